<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Server\Persistence\LedgerFile;
use VelvetLedger\Server\Persistence\LedgerFrame;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\ShootRepository;
use VelvetLedger\Server\Persistence\ShootSums;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Tools\CouldNotMakePicture;
use VelvetLedger\Server\Tools\Pictures;
use VelvetLedger\Server\View\ShootFrameView;
use VelvetLedger\Server\View\ShootPageView;
use VelvetLedger\Server\View\ShootsView;
use VelvetLedger\Server\View\ShootView;
use VelvetLedger\Server\View\YearView;

/** Shoots: a page of them, one with its frames, and the frames' pictures from the store that they were brought in to. */
final readonly class ShootsController
{
    public function __construct(private EntityManagerInterface $ledger, private ShootRepository $shoots)
    {
    }

    /** A page of them; ?before= a shoot's number for those that are older. */
    #[Route('/api/shoots', methods: ['GET'])]
    public function shoots(Request $request): Response
    {
        $before = RowNumber::of($request, 'before');
        $found = $this->shoots->page($before > 0 ? $this->shoots->find($before) : null);
        $page = \array_slice($found, 0, ShootRepository::PAGE);
        $years = [];
        foreach ($this->shoots->years(array_values(array_unique(array_map(static fn (ShootSums $sums): string => substr($sums->shoot->date, 0, 4), $page)))) as $year => $sums) {
            $years[] = new YearView((string) $year, $sums['shoots'], $sums['frames'], $sums['bytes']);
        }

        return new JsonResponse(new ShootsView(array_map(static fn (ShootSums $sums): ShootView => new ShootView($sums), $page), $years, \count($found) > \count($page) ? $page[\count($page) - 1]->shoot->id() : null));
    }

    #[Route('/api/shoots/{id}', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function shoot(int $id): Response
    {
        $shoot = $this->shoots->find($id);

        return new JsonResponse(new ShootPageView(new ShootView($this->shoots->one($shoot)), array_map(static fn (LedgerFrame $frame): ShootFrameView => new ShootFrameView($frame), $this->shoots->frames($shoot))));
    }

    /** @throws NotInLedger|StoreAbsent|CouldNotMakePicture */
    #[Route('/api/frames/{id}/picture', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function picture(int $id, Request $request, Pictures $pictures, Stores $stores): Response
    {
        $frame = $this->ledger->find(LedgerFrame::class, $id) ?? throw NotInLedger::frame($id);
        $facts = $frame->facts->facts();
        $still = $frame->files()->findFirst(static fn (int $i, LedgerFile $file): bool => $file->original->kind->isStill());
        $copy = $still?->copies()->first();
        if (null === $facts || null === $copy || false === $copy) {
            throw CouldNotMakePicture::noneInside();
        }
        $store = $stores->at($copy->store);
        $path = $store->path.'/'.$copy->path();
        if (!is_file($path)) {
            throw $store->isPresent() ? NotInLedger::frame($id) : $store->absence();
        }

        return PictureAnswer::jpeg($pictures->of($path, $facts, PictureAnswer::edge($request)));
    }
}
