<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Server\Cards\CopiesApart;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\View\Cards\ApartView;
use VelvetLedger\Server\Work\CopyApart;

/** A look without consequence: a few pictures of a card, copied to a folder; and how far that is. */
final readonly class ApartController
{
    public function __construct(private Readers $readers, private CopiesApart $apart, private MessageBusInterface $bus)
    {
    }

    #[Route('/api/cards/{id}/apart', methods: ['POST'], requirements: ['id' => CardsController::DESK])]
    public function copy(string $id, Request $request): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        [$frames, $folder] = $fields->make(static fn (): array => [$fields->texts('frames'), $fields->text('folder', '', 4000)]);
        $real = $this->apart->check($this->readers->desk($id), $frames, $folder);
        $name = bin2hex(random_bytes(8));
        $this->bus->dispatch(new CopyApart($id, $frames, $real, $name));

        return new JsonResponse(new ApartView($name, PathText::of($real), $this->apart->of($name)), 201);
    }

    #[Route('/api/apart/{name}', methods: ['GET'], requirements: ['name' => '[0-9a-f]{16}'])]
    public function progress(string $name): Response
    {
        return new JsonResponse(new ApartView($name, '', $this->apart->of($name)));
    }
}
