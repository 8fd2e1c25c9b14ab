<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Placing\BesideWanted;
use VelvetLedger\Core\Placing\PlacingRule;
use VelvetLedger\Core\Placing\Verb;
use VelvetLedger\Core\Placing\WhichWork;
use VelvetLedger\Server\Copies\MakesTrees;
use VelvetLedger\Server\Pages\PlacesPage;
use VelvetLedger\Server\Pages\RulesPage;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Placing\HoldingRepository;
use VelvetLedger\Server\Persistence\Placing\StageTreeRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Placing\ChangesRules;
use VelvetLedger\Server\Placing\ShowsPlaces;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Work\Follows;
use VelvetLedger\Server\Work\Places;

/** Where work lies: its rules, and shoots that are filed away, leave a store or come back. Shown before, and done. */
final readonly class PlacingController
{
    private const MOST_SHOOTS = 2000;

    public function __construct(private PlacesPage $page, private RulesPage $rulesPage, private ShowsPlaces $shoots, private ChangesRules $rules, private Places $places, private Follows $follows)
    {
    }

    #[Route('/api/rules', methods: ['GET'])]
    public function rules(): Response
    {
        return new JsonResponse($this->rulesPage->view());
    }

    /** What these rules would have stores be owed: nothing is changed. */
    #[Route('/api/rules/shown', methods: ['POST'])]
    public function rulesShown(Request $request): Response
    {
        return new JsonResponse($this->page->view($this->rules->show(self::rulesIn($request)[0])));
    }

    /** These rules and no others, in their order; and what else is kept of work that none of them takes. */
    #[Route('/api/rules', methods: ['POST'])]
    public function keepRules(Request $request): Response
    {
        [$rules, $beside] = self::rulesIn($request);
        $this->rules->keep($rules, AskedBy::Page, $beside);
        $this->follows->ask();

        return new JsonResponse($this->rulesPage->view());
    }

    #[Route('/api/shoots/{id}/whereabouts', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function whereabouts(int $id, ShootRepository $shoots): Response
    {
        return new JsonResponse($this->page->whereabouts($shoots->find($id)->id()));
    }

    /** What lies there, and proven nowhere else. */
    #[Route('/api/stores/{id}/only', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function only(int $id, Stores $stores): Response
    {
        return new JsonResponse($this->page->only($stores->find($id)->id()));
    }

    /** Its folder in the tree of a later stage is needed now. */
    #[Route('/api/shoots/{id}/trees', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function wantTree(int $id, Request $request, ShootRepository $shoots, StageTreeRepository $trees, MakesTrees $makes): Response
    {
        $shoot = $shoots->find($id)->id();
        $fields = Fields::of(DeskInput::body($request));
        $tree = $fields->make(static fn (): int => $fields->number('tree'));
        if (!\in_array($tree, array_column($trees->of($shoot), 'id'), true)) {
            throw NotInLedger::tree($tree);
        }
        $trees->want($tree);
        $makes->make();

        return new JsonResponse($this->page->whereabouts($shoot));
    }

    /** Shoots that are finished, or with ?before= a day older than that, and are not filed away. */
    #[Route('/api/shoots/to-file', methods: ['GET'])]
    public function toFile(Request $request, HoldingRepository $holdings): Response
    {
        $before = $request->query->getString('before');

        return new JsonResponse($holdings->toFile(1 === preg_match('/^\d{4}-\d{2}-\d{2}$/', $before) ? $before : null));
    }

    /** What it would come to: nothing is changed. */
    #[Route('/api/placing/shown', methods: ['POST'])]
    public function shown(Request $request): Response
    {
        return new JsonResponse($this->page->view($this->shoots->show(...self::asked($request))));
    }

    /** 202 where a worker comes to it: it is asked of many. */
    #[Route('/api/placing', methods: ['POST'])]
    public function do(Request $request): Response
    {
        $done = $this->places->ask(...[...self::asked($request), AskedBy::Page]);

        return null === $done ? new JsonResponse(null, 202) : new JsonResponse($this->page->view($done));
    }

    /** @return array{Verb, list<int>, int|null} */
    private static function asked(Request $request): array
    {
        $fields = Fields::of(DeskInput::body($request));

        return $fields->make(static fn (): array => [$fields->oneOf('verb', Verb::class), \array_slice($fields->list('shoots', RowNumber::given('a shoot')), 0, self::MOST_SHOOTS), $fields->numberOrNull('store')]);
    }

    /** @return array{list<PlacingRule>, BesideWanted|null} the rules, and what else is kept of work that none of them takes: null for what was */
    private static function rulesIn(Request $request): array
    {
        $fields = Fields::of(DeskInput::body($request));

        return $fields->make(static fn (): array => [$fields->list('rules', static function (mixed $value, string $at): PlacingRule {
            $of = Fields::of($value, $at);

            return $of->make(static fn (): PlacingRule => PlacingRule::of($of->numberOrNull('id'), WhichWork::of(trim($of->text('kind', '', 80)), $of->text('order', '', 80), $of->numberOrNull('fromYear'), $of->numberOrNull('toYear')), $of->number('main'), $of->list('mirrors', RowNumber::given('a store')), $of->list('archives', RowNumber::given('a store')), BesideWanted::read($of->has('beside') ? $of->any('beside') : 'all', $of->number('days', 30), "$at/beside")));
        }), $fields->has('beside') ? BesideWanted::read($fields->any('beside'), $fields->number('days', 30), '/beside') : null]);
    }
}
