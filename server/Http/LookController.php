<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Look\ActKind;
use VelvetLedger\Core\Look\Among;
use VelvetLedger\Core\Look\CouldNotJudge;
use VelvetLedger\Core\Look\Facet;
use VelvetLedger\Core\Look\FrameGroup;
use VelvetLedger\Core\Look\Groups;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Core\Look\Pass;
use VelvetLedger\Core\Look\Word;
use VelvetLedger\Server\Looking\AskedAct;
use VelvetLedger\Server\Looking\JudgesFrames;
use VelvetLedger\Server\Looking\SaidElsewhere;
use VelvetLedger\Server\Pages\LookPage;
use VelvetLedger\Server\Persistence\Find\PickedEntries;
use VelvetLedger\Server\Persistence\Looks\GoalRepository;
use VelvetLedger\Server\Persistence\Looks\LookRepository;
use VelvetLedger\Server\Persistence\Looks\SittingEntries;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\View\Look\ElsewhereSaidView;
use VelvetLedger\Server\View\Look\GroupView;
use VelvetLedger\Server\View\Look\PassFramesView;
use VelvetLedger\Server\View\Look\SensorView;
use VelvetLedger\Server\Work\Rests;
use VelvetLedger\Server\Work\Sensors;

/** The first look: a sitting's frames, its passes, and what is judged in it. */
final readonly class LookController
{
    /** Of acts in one request, and of frames in one act. */
    private const MOST_ACTS = 200;
    private const MOST_FRAMES = 20_000;

    public function __construct(private LookPage $page, private LookRepository $frames)
    {
    }

    #[Route('/api/look/{lot}', methods: ['GET'], requirements: ['lot' => Lot::PATTERN])]
    public function look(string $lot): Response
    {
        return new JsonResponse($this->page->view(Lot::read($lot)));
    }

    /** Has frames looked at wherever they lie: gives the lot that they are. */
    #[Route('/api/look/picked', methods: ['POST'])]
    public function pick(Request $request, PickedEntries $picked): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        [$frames, $called] = $fields->make(static fn (): array => [PickedFrames::of($fields), $fields->text('called', '')]);

        return new JsonResponse(['lot' => $picked->lot($frames, $called)->text]);
    }

    /** The frames of ?pass=, of those of ?label=, ?keyword=, ?hint=, ?body=, ?lens= and ?hour= where these say anything. */
    #[Route('/api/look/{lot}/pass', methods: ['GET'], requirements: ['lot' => Lot::PATTERN])]
    public function pass(string $lot, Request $request): Response
    {
        return new JsonResponse(new PassFramesView($this->page->pass(Lot::read($lot), self::passOf($request), self::among($request))));
    }

    /** What passes can be told apart by, asked as pass() is. */
    #[Route('/api/look/{lot}/choices', methods: ['GET'], requirements: ['lot' => Lot::PATTERN])]
    public function choices(string $lot, Request $request): Response
    {
        return new JsonResponse($this->page->choices(Lot::read($lot), self::passOf($request), self::among($request)));
    }

    /** Frames that belong together; ?alike= places in which the prints of two pictures may differ, of 64. */
    #[Route('/api/look/{lot}/groups', methods: ['GET'], requirements: ['lot' => Lot::PATTERN])]
    public function groups(string $lot, Request $request, LookRepository $frames): Response
    {
        $alike = $request->query->getString('alike', (string) Groups::USUAL);
        if (1 !== preg_match('/^\d{1,2}$/', $alike) || (int) $alike > Groups::MOST_ALIKE) {
            throw BadInput::field('alike', 'must be 0 to '.Groups::MOST_ALIKE);
        }

        $of = Lot::read($lot);

        return new JsonResponse(array_map(static fn (FrameGroup $group): GroupView => new GroupView($group), Groups::among($frames->likeness($of), (int) $alike, $frames->together($of))));
    }

    /** What other programs wrote of its frames since, of those after ?after=. */
    #[Route('/api/look/{lot}/elsewhere', methods: ['GET'], requirements: ['lot' => Lot::PATTERN])]
    public function elsewhere(string $lot, Request $request, SaidElsewhere $said): Response
    {
        return new JsonResponse(new ElsewhereSaidView(...$said->of(Lot::read($lot), RowNumber::of($request, 'after'))));
    }

    /** Frames are a group by hand; or, where "apart" is said, each is by itself. */
    #[Route('/api/look/{lot}/together', methods: ['POST'], requirements: ['lot' => Lot::PATTERN])]
    public function together(string $lot, Request $request, SittingEntries $sittings): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        [$frames, $apart] = $fields->make(static fn (): array => [array_values(array_unique($fields->list('frames', RowNumber::given('a frame')))), true === $fields->any('apart')]);
        $among = $this->frames->among(Lot::read($lot), $frames);
        foreach (array_diff($frames, $among) as $other) {
            throw CouldNotJudge::notOfIt((string) $other);
        }
        if (\count($among) > self::MOST_FRAMES) {
            throw BadDocument::at('/frames', 'must be at most '.self::MOST_FRAMES);
        }
        if ([] !== $among) {
            $sittings->putTogether($among, !$apart);
        }

        return new JsonResponse(null, 204);
    }

    /** What was judged after the act ?after=, in whatever window. */
    #[Route('/api/look/{lot}/since', methods: ['GET'], requirements: ['lot' => Lot::PATTERN])]
    public function since(string $lot, Request $request): Response
    {
        return new JsonResponse($this->page->since(Lot::read($lot), RowNumber::of($request, 'after')));
    }

    /** Does some acts, one after the other. */
    #[Route('/api/look/{lot}/acts', methods: ['POST'], requirements: ['lot' => Lot::PATTERN])]
    public function act(string $lot, Request $request, JudgesFrames $judges, Rests $rests): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        $acts = $fields->make(static fn (): array => $fields->list('acts', self::asked(...)));
        if (\count($acts) > self::MOST_ACTS) {
            throw BadDocument::at('/acts', 'must be at most '.self::MOST_ACTS);
        }
        $of = Lot::read($lot);

        return new JsonResponse($this->page->judged($of, $judges->act($of, $acts, $rests->ask(...))));
    }

    /** What a raw's sensor took of the light; where that is not known yet, it is read. */
    #[Route('/api/frames/{id}/sensor', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function sensor(int $id, Sensors $sensors): Response
    {
        return new JsonResponse(new SensorView([] === $this->frames->of([$id]) ? throw NotInLedger::frame($id) : $sensors->ask($id)));
    }

    /** How many frames are to be delivered of it; where "frames" is null, nothing is said of that. */
    #[Route('/api/look/{lot}/goal', methods: ['POST'], requirements: ['lot' => Lot::PATTERN])]
    public function goal(string $lot, Request $request, GoalRepository $goals): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        $frames = $fields->make(static fn (): ?int => $fields->numberOrNull('frames'));
        if (null !== $frames && ($frames < 1 || $frames > self::MOST_FRAMES)) {
            throw BadDocument::at('/frames', 'must be 1 to '.self::MOST_FRAMES);
        }
        $goals->set(Lot::read($lot), $frames);

        return new JsonResponse(null, 204);
    }

    /** It is left: what it came to is written now. */
    #[Route('/api/look/{lot}/rest', methods: ['POST'], requirements: ['lot' => Lot::PATTERN])]
    public function rest(string $lot, Rests $rests): Response
    {
        $rests->left(Lot::read($lot));

        return new JsonResponse(null, 204);
    }

    private static function passOf(Request $request): Pass
    {
        return Pass::tryFrom($request->query->getString('pass')) ?? throw BadInput::field('pass', 'must be one of: '.implode(', ', array_column(Pass::cases(), 'value')));
    }

    private static function among(Request $request): Among
    {
        return array_reduce(Facet::cases(), static fn (Among $among, Facet $facet): Among => $among->with($facet, $request->query->getString($facet->value)), Among::all());
    }

    private static function asked(mixed $value, string $at): AskedAct
    {
        $fields = Fields::of($value, $at);

        return $fields->make(static function () use ($fields, $at): AskedAct {
            $name = $fields->text('name', null, 40);
            $frames = $words = [];
            foreach ($fields->list('frames', static fn (mixed $one, string $where): array => self::seen($one, $where)) as [$frame, $revision, $word]) {
                $frames[$frame] = $revision;
                if (null !== $word) {
                    $words[$frame] = $word;
                }
            }
            if (\count($frames) > self::MOST_FRAMES) {
                throw BadDocument::at("$at/frames", 'must be at most '.self::MOST_FRAMES);
            }

            return match ($fields->oneOf('kind', ActKind::class)) {
                ActKind::Judge => AskedAct::judge($name, Word::read($fields->text('word', '')), $frames, $words),
                ActKind::TakeBack => AskedAct::takeBack($name),
                ActKind::BringAgain => AskedAct::bringAgain($name),
            };
        });
    }

    /** @return array{int, int, Word|null} a frame, the revision of what was seen of it, and the word that is said of it where it is another */
    private static function seen(mixed $value, string $at): array
    {
        $fields = Fields::of($value, $at);

        return $fields->make(static fn (): array => [$fields->number('frame'), $fields->number('revision'), $fields->has('word') ? Word::read($fields->text('word')) : null]);
    }
}
