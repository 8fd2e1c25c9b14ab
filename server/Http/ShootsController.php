<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Server\Pages\DescriptionsPage;
use VelvetLedger\Server\Pages\FramesPage;
use VelvetLedger\Server\Persistence\Copies\StoreSumsRepository;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Shoots\ShootFilter;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootSums;
use VelvetLedger\Server\Stores\FramePictures;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Tools\CouldNotMakePicture;
use VelvetLedger\Server\View\Shoots\ShootPageView;
use VelvetLedger\Server\View\Shoots\ShootsView;
use VelvetLedger\Server\View\Shoots\ShootView;
use VelvetLedger\Server\View\Shoots\YearView;
use VelvetLedger\Server\Work\Sights;

/** Shoots: a page of them, one with its frames, and the frames' pictures from the store that they were brought in to. */
final readonly class ShootsController
{
    public function __construct(private ShootRepository $shoots, private StoreSumsRepository $sums)
    {
    }

    /** A page of them; ?before= a shoot's number for those that are older. */
    #[Route('/api/shoots', methods: ['GET'])]
    public function shoots(Request $request): Response
    {
        $before = RowNumber::of($request, 'before');
        $filter = new ShootFilter(mb_substr($request->query->getString('words'), 0, 200), 1 === preg_match('/^\d{4}$/', $request->query->getString('upto')) ? $request->query->getString('upto') : '');
        $found = $this->shoots->page($before > 0 ? $this->shoots->find($before) : null, $filter);
        $page = \array_slice($found, 0, ShootRepository::PAGE);
        $copies = $this->sums->ofShoots(array_map(static fn (ShootSums $sums): int => $sums->shoot->id(), $page));
        $fewest = $this->sums->fewest($copies);
        $years = [];
        foreach ($this->shoots->years($filter) as $year => $sums) {
            $years[] = new YearView((string) $year, $sums['shoots'], $sums['frames'], $sums['bytes']);
        }

        return new JsonResponse(new ShootsView(array_map(static fn (ShootSums $sums): ShootView => new ShootView($sums, $copies[$sums->shoot->id()] ?? [], $fewest[$sums->shoot->id()] ?? 0), $page), $years, \count($found) > \count($page) ? $page[\count($page) - 1]->shoot->id() : null));
    }

    #[Route('/api/descriptions', methods: ['GET'])]
    public function descriptions(DescriptionsPage $page): Response
    {
        return new JsonResponse($page->view());
    }

    #[Route('/api/shoots/{id}', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function shoot(int $id, FramesPage $page, Sights $sights): Response
    {
        $shoot = $this->shoots->find($id);
        $followed = $sights->isFollowed($id); // before the rows are read, as in what is bad
        $looked = $sights->ask([$id]) && !$followed;

        return new JsonResponse(new ShootPageView($this->head($shoot), $page->frames($shoot), $looked));
    }

    /** As much of it as a screen shows, for the time until all is there. */
    #[Route('/api/shoots/{id}/first', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function first(int $id, FramesPage $page): Response
    {
        $shoot = $this->shoots->find($id);

        return new JsonResponse(new ShootPageView($this->head($shoot), $page->first($shoot), true));
    }

    /** Looks through the stores for copies of a shoot that are not where the ledger left them. */
    #[Route('/api/shoots/{id}/look-for', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function lookFor(int $id, Sights $sights): Response
    {
        $sights->askToLookFor($this->shoots->find($id)->id());

        return new JsonResponse(null, 202);
    }

    /** Lets the ledger have them where they were found, when they have been read there. */
    #[Route('/api/shoots/{id}/paths', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function mendPaths(int $id, Sights $sights): Response
    {
        $sights->askToFollow($this->shoots->find($id)->id());

        return new JsonResponse(null, 202);
    }

    /** @throws NotInLedger */
    #[Route('/api/frames/{id}/facts', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function facts(int $id, FramesPage $page): Response
    {
        return new JsonResponse($page->facts($id));
    }

    /** @throws NotInLedger|StoreAbsent|CouldNotMakePicture */
    #[Route('/api/frames/{id}/picture', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function picture(int $id, Request $request, FramePictures $pictures): Response
    {
        return PictureAnswer::jpeg($pictures->of($id, PictureAnswer::edge($request), PictureAnswer::quarters($request->query->getString('turn'))));
    }

    private function head(Shoot $shoot): ShootView
    {
        $copies = $this->sums->ofShoots([$shoot->id()]);

        return new ShootView($this->shoots->one($shoot), $copies[$shoot->id()] ?? [], $this->sums->fewest($copies)[$shoot->id()] ?? 0);
    }
}
