<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Look\Among;
use VelvetLedger\Core\Look\Choices;
use VelvetLedger\Core\Look\LookedAt;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Core\Look\Pass;
use VelvetLedger\Core\Look\Tally;
use VelvetLedger\Core\Look\Traits;
use VelvetLedger\Core\Words\Day;
use VelvetLedger\Server\Looking\FrameTraits;
use VelvetLedger\Server\Looking\Judged;
use VelvetLedger\Server\Persistence\Looks\GoalRepository;
use VelvetLedger\Server\Persistence\Looks\JudgedFrame;
use VelvetLedger\Server\Persistence\Looks\JudgementEntries;
use VelvetLedger\Server\Persistence\Looks\LookRepository;
use VelvetLedger\Server\Persistence\Looks\SittingEntries;
use VelvetLedger\Server\View\Look\ChoicesView;
use VelvetLedger\Server\View\Look\JudgedView;
use VelvetLedger\Server\View\Look\LookView;
use VelvetLedger\Server\View\Look\StandingView;

/** A sitting, as the page and the command show it. */
final readonly class LookPage
{
    public function __construct(private LookRepository $frames, private SittingEntries $sittings, private JudgementEntries $judgements, private FrameTraits $traits, private GoalRepository $goals)
    {
    }

    public function view(Lot $lot): LookView
    {
        $last = $this->sittings->last(); // before they are read: what is judged meanwhile is asked for after it
        $frames = $this->frames->frames($lot);

        return new LookView($lot->text, $this->title($lot), $this->goals->of($lot), $frames, $this->standing($lot, array_map(static fn (JudgedFrame $frame): LookedAt => $frame->frame, $frames), $last));
    }

    public function judged(Lot $lot, Judged $judged): JudgedView
    {
        $last = $this->sittings->last();

        return new JudgedView([] === $judged->frames ? [] : $this->frames->of($judged->frames), $judged->met, $this->standing($lot, $this->frames->looked($lot), $last));
    }

    /** What was judged after an act, from wherever. */
    public function since(Lot $lot, int $act): JudgedView
    {
        $last = $this->sittings->last(); // as in view()
        $frames = $this->frames->looked($lot);
        $since = array_fill_keys($this->judgements->judgedSince($act), true);

        return new JudgedView(array_values(array_filter($frames, static fn (LookedAt $frame): bool => isset($since[$frame->id]))), [], $this->standing($lot, $frames, $last));
    }

    /** @return list<int> */
    public function pass(Lot $lot, Pass $pass, Among $among): array
    {
        $traits = $this->traits->of($lot);

        return array_values(array_map(static fn (LookedAt $frame): int => $frame->id, array_filter($this->frames->looked($lot), static fn (LookedAt $frame): bool => $pass->lets($frame->judged) && $among->lets($frame, $traits[$frame->id] ?? new Traits()))));
    }

    public function choices(Lot $lot, Pass $pass, Among $among): ChoicesView
    {
        return new ChoicesView(Choices::of($this->frames->looked($lot), $this->traits->of($lot), $pass, $among), $among);
    }

    public function title(Lot $lot): string
    {
        $shoots = $this->frames->shoots(...$lot->shoots);

        return match (true) {
            null !== $lot->receipt => "Receipt $lot->receipt",
            null !== $lot->day => Day::of($lot->day),
            null !== $lot->picked => $this->frames->pickedCalled($lot->picked),
            default => implode(', ', \array_slice($shoots, 0, 3)).(\count($shoots) > 3 ? ' and '.(\count($shoots) - 3).' more' : ''),
        };
    }

    /** @param list<LookedAt> $frames */
    private function standing(Lot $lot, array $frames, int $last): StandingView
    {
        $waiting = $this->judgements->notWritten(array_map(static fn (LookedAt $frame): int => $frame->id, $frames));

        return new StandingView(Tally::of($frames), $this->sittings->history($this->sittings->open($lot)), $last, array_sum(array_map(\count(...), $waiting)));
    }
}
