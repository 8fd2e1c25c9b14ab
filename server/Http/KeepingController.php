<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Keeping\KeepingWish;
use VelvetLedger\Server\Keeping\KeepsShoots;
use VelvetLedger\Server\Pages\KeepingPage;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Work\Follows;

/** A shoot is described, dated, filed, named, merged or split after it is in: shown before, and done. */
final readonly class KeepingController
{
    private const MOST_SHOWN = 400;

    public function __construct(private ShootRepository $shoots, private KeepingPage $page)
    {
    }

    #[Route('/api/shoots/{id}/kept', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function kept(int $id): Response
    {
        return new JsonResponse($this->page->kept($this->shoots->find($id)));
    }

    /** What a wish would come to, and of its names those that have ?search= in them: nothing is changed. */
    #[Route('/api/shoots/{id}/keeping/shown', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function shown(int $id, Request $request): Response
    {
        return new JsonResponse($this->page->shown($this->shoots->find($id), KeepingWish::read(Fields::of(DeskInput::body($request))), mb_substr($request->query->getString('search'), 0, 200), self::MOST_SHOWN));
    }

    #[Route('/api/shoots/{id}/keeping', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function do(int $id, Request $request, KeepsShoots $keeps, Follows $follows): Response
    {
        $plan = $keeps->do($this->shoots->find($id), KeepingWish::read(Fields::of(DeskInput::body($request))), AskedBy::Page);
        $follows->ask();

        return new JsonResponse(['frames' => null === $plan ? 0 : \count($plan->frames), 'last' => $plan?->lastNumber()]);
    }
}
