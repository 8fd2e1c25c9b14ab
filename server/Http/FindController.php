<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Find\CouldNotFind;
use VelvetLedger\Core\Find\FindFacet;
use VelvetLedger\Core\Find\FindOrder;
use VelvetLedger\Core\Find\FindQuery;
use VelvetLedger\Server\Finding\UsualFinds;
use VelvetLedger\Server\Pages\FindPage;
use VelvetLedger\Server\Pages\FoundFacets;
use VelvetLedger\Server\Persistence\Find\FoundFileRepository;
use VelvetLedger\Server\Persistence\Find\KeptFindEntries;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\View\Find\KeptFindView;

/** Frames are looked for: ?of= is a query as a text, see FindQuery. */
final readonly class FindController
{
    public function __construct(private FindPage $page)
    {
    }

    #[Route('/api/find', methods: ['GET'])]
    public function find(Request $request): Response
    {
        return new JsonResponse($this->page->view(self::query($request), self::order($request->query->getString('by'))));
    }

    /** By what it can be narrowed down. */
    #[Route('/api/find/facets', methods: ['GET'])]
    public function facets(Request $request, FoundFacets $facets): Response
    {
        return new JsonResponse($facets->of(self::query($request)));
    }

    /** All values of ?facet=, those with ?part= in what they are called; of keywords those right below ?below=. */
    #[Route('/api/find/values', methods: ['GET'])]
    public function values(Request $request, FoundFacets $facets): Response
    {
        $facet = FindFacet::tryFrom($request->query->getString('facet')) ?? throw CouldNotFind::noFacet($request->query->getString('facet'));

        return new JsonResponse($facets->values(self::query($request), $facet, mb_substr($request->query->getString('part'), 0, 100), 0 === RowNumber::of($request, 'below') ? null : RowNumber::of($request, 'below')));
    }

    #[Route('/api/find/days', methods: ['GET'])]
    public function days(Request $request): Response
    {
        return new JsonResponse($this->page->days(self::query($request)));
    }

    /** The latest days with the minutes in which frames were taken. */
    #[Route('/api/find/hours', methods: ['GET'])]
    public function hours(Request $request): Response
    {
        return new JsonResponse($this->page->hours(self::query($request)));
    }

    /** The frames of a section, ?of= an order by ?value=, from the one at ?from= on. */
    #[Route('/api/find/sections/{by}', methods: ['GET'], requirements: ['by' => '[a-z]{1,9}'])]
    public function ofSection(string $by, Request $request): Response
    {
        return new JsonResponse($this->page->ofSection(self::query($request), self::order($by), $request->query->getString('value'), RowNumber::of($request, 'from')));
    }

    /** What was recorded of ?frames=1,2,3. */
    #[Route('/api/find/facts', methods: ['GET'])]
    public function facts(Request $request): Response
    {
        return new JsonResponse($this->page->facts(RowNumber::all($request, 'frames', FindPage::AT_ONCE)));
    }

    /** What was found as a table, a line a file: of the stores that have it, the shoot's home first. */
    #[Route('/api/find/list.csv', methods: ['GET'])]
    public function list(Request $request, FoundFileRepository $files, Stores $stores): Response
    {
        $names = $stores->names();
        $frames = $this->page->frames(self::query($request))->numbers();
        $rows = (static function () use ($files, $frames, $names): iterable {
            foreach ($files->of($frames) as $frame) {
                $of = [];
                foreach ($frame['copies'] as $copy) {
                    $of[$copy['file']][] = $copy;
                }
                foreach ($of as $copies) {
                    yield [$frame['name'], $frame['takenAt'], $frame['shoot'], $copies[0]['path'], implode(', ', array_map(static fn (array $copy): string => $names[$copy['store']] ?? '', $copies))];
                }
            }
        })();

        return CsvAnswer::of('found.csv', ['name', 'taken at', 'shoot', 'path in the store', 'proven at'], $rows);
    }

    /** The numbers of all that were found, to be picked. */
    #[Route('/api/find/frames', methods: ['GET'])]
    public function frames(Request $request): Response
    {
        $frames = $this->page->frames(self::query($request));

        return new JsonResponse($frames->count() <= PickedFrames::MOST ? $frames->numbers() : throw CouldNotFind::tooManyPicked($frames->count(), PickedFrames::MOST));
    }

    #[Route('/api/finds', methods: ['GET'])]
    public function kept(KeptFindEntries $finds, UsualFinds $ready): Response
    {
        $views = [];
        foreach ([[false, $finds->all()], [true, $ready->all()]] as [$isOurs, $named]) {
            foreach ($named as $name => $query) {
                $views[] = new KeptFindView($name, $query, $isOurs);
            }
        }

        return new JsonResponse($views);
    }

    #[Route('/api/finds', methods: ['POST'])]
    public function keep(Request $request, KeptFindEntries $finds): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        [$name, $query] = $fields->make(static fn (): array => [$fields->text('name'), $fields->has('query') ? $fields->text('query', null, 5000) : null]);
        null === $query ? $finds->drop($name) : $finds->keep($name, FindQuery::read($query));

        return new JsonResponse(null, 204);
    }

    private static function order(string $by): FindOrder
    {
        return '' === $by ? FindOrder::Shoot : FindOrder::tryFrom($by) ?? throw CouldNotFind::noOrder($by);
    }

    private static function query(Request $request): FindQuery
    {
        return FindQuery::read($request->query->getString('of'));
    }
}
