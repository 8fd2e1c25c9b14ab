<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Server\Pages\SurvivalPage;
use VelvetLedger\Server\Work\KeepDump;

/** What would be gone with this machine or a drive, and the dumps that keep the ledger itself. */
final readonly class SurvivalController
{
    public function __construct(private SurvivalPage $page)
    {
    }

    #[Route('/api/survival', methods: ['GET'])]
    public function view(): Response
    {
        return new JsonResponse($this->page->view());
    }

    /** Asks for a dump now. */
    #[Route('/api/survival/dump', methods: ['POST'])]
    public function dump(MessageBusInterface $bus): Response
    {
        $bus->dispatch(new KeepDump());

        return new JsonResponse(null, 202);
    }
}
