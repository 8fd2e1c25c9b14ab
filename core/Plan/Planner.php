<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Held\Holdings;
use VelvetLedger\Core\Order\Samples;
use VelvetLedger\Core\Shoot\ProposedShoot;
use VelvetLedger\Core\Shoot\Strays;
use VelvetLedger\Core\Shoot\TimedFrame;

/** Makes a plan from what is on a card, what the photographer wishes, and what the store holds. */
final class Planner
{
    /** @var list<PlannedShoot> */
    private array $shoots = [];

    /** @var list<PlanLine> */
    private array $lines = [];

    /** @var list<Problem> */
    private array $problems = [];

    /** @var list<string> */
    private array $made = [];

    private readonly Folders $folders;
    private CardNumbers $numbers;
    private ?Samples $samples = null;

    private function __construct(private readonly Wishes $wishes, private readonly StoreState $store, private readonly Holdings $holdings, private readonly CapturedAt $now)
    {
        $this->folders = new Folders($store);
    }

    /** @param CapturedAt|null $now the date of the intake, where a pattern asks for it */
    public static function plan(CardContents $card, Wishes $wishes, StoreState $store, ?Holdings $holdings = null, ?CapturedAt $now = null): Plan
    {
        $planner = new self($wishes, $store, $holdings ?? Holdings::none(), $now ?? CapturedAt::fromFileTime(time()));
        $frames = $wishes->clocks->timeAll(array_values(array_filter($card->frames, static fn (ReadFrame $frame): bool => !$frame->isUnreadable())));
        $division = $wishes->order->shoots;
        $planner->numbers = CardNumbers::on($card);
        $planner->addShoots($wishes->edits->apply($division->propose($frames), $division));
        $planner->addUnreadable($card);
        foreach ($card->others as $file) {
            $planner->lines[] = PlanLine::notAStill($file);
        }
        foreach ($card->troubles as $trouble) {
            $planner->problems[] = new Problem(\sprintf('%s: %s.', PathText::of($trouble->path), $trouble->reason), About::Damage);
        }

        return new Plan($planner->shoots, $planner->lines, $planner->problems, $planner->folders->tree($planner->made), BodyClock::among($frames, $wishes->clocks), $planner->samples);
    }

    /** @param list<ProposedShoot> $shoots */
    private function addShoots(array $shoots): void
    {
        $strays = Strays::among($shoots);
        $drafts = array_map($this->draft(...), $shoots);
        $shown = array_values(array_filter($drafts, static fn (ShootDraft $draft): bool => [] !== $draft->coming))[0] ?? $drafts[0] ?? null;
        $this->samples = null === $shown ? null : Samples::of($this->wishes->order, $shown->source($shown->shoot->frames[0]));
        $namer = new Namer($this->store, $this->folders, $drafts);
        foreach ($drafts as $draft) {
            $this->add($draft, $namer->name($draft), $strays[$draft->shoot->id] ?? null);
        }
    }

    private function draft(ProposedShoot $shoot): ShootDraft
    {
        $wish = $this->wishes->of($shoot);
        $staying = new StayingFrames($this->wishes, $this->holdings, $wish->leftOut);
        $coming = $lines = [];
        foreach ($shoot->frames as $frame) {
            $stays = $staying->linesOf($frame);
            if (null === $stays) {
                $coming[] = $frame;
            } else {
                $lines[$frame->key()] = $stays;
            }
        }

        return new ShootDraft($shoot, $wish, $this->wishes->order, $this->now, $coming, $lines);
    }

    private function add(ShootDraft $draft, NamedShoot $named, ?string $stray): void
    {
        $brought = [];
        $held = $leftOut = 0;
        $names = [];
        foreach ($named->names as $name) {
            $names[$name->frame->key()] = $name;
        }
        foreach ($draft->shoot->frames as $frame) {
            $staying = $draft->staying[$frame->key()] ?? null;
            foreach ($staying ?? $this->comingLines($draft, $names[$frame->key()]) as $line) {
                $this->lines[] = $line;
                if (Intent::BringIn === $line->intent) {
                    $brought[] = $line;
                    $this->folders->put($line);
                }
            }
            $held += Intent::Held === ($staying[0]->intent ?? null) ? 1 : 0;
            $leftOut += Intent::LeaveOut === ($staying[0]->intent ?? null) ? 1 : 0;
        }
        $folder = $this->folders->settle($draft->folder());
        $makes = [] === $brought || null !== $draft->wish->into || !$this->folders->isNew($folder) ? [] : array_map(fn (string $name): string => $this->folders->settle(ShootDraft::path($folder, $name)), $draft->order->subfolders->make);
        array_push($this->made, ...$makes);
        $frames = $draft->shoot->frames;
        $this->shoots[] = new PlannedShoot(
            $draft->shoot->id,
            $this->wishes->anchorOf($draft->shoot),
            $draft->shoot->date,
            $draft->date,
            $draft->description,
            $draft->order->name,
            $draft->destination->kindOfWork,
            $folder,
            $frames[0]->at->local,
            $frames[\count($frames) - 1]->at->local,
            \count($frames),
            $held,
            $leftOut,
            \count($draft->coming),
            \count($brought),
            array_sum(array_map(static fn (PlanLine $line): int => $line->file->bytes, $brought)),
            $brought[0]->name ?? null,
            [] === $brought ? null : $brought[\count($brought) - 1]->name,
            $draft->wish->leftOut,
            $draft->wish->into?->id,
            $makes,
            array_map(static fn (TimedFrame $frame): string => $frame->key(), $frames),
            array_map(static fn (TimedFrame $frame): string => $frame->at->local, $frames),
        );
        array_push($this->problems, ...ShootProblems::of($draft, $folder, $named, $this->holdings, $this->numbers, $stray));
    }

    /** @return list<PlanLine> */
    private function comingLines(ShootDraft $draft, FrameName $name): array
    {
        $lines = [];
        foreach ($name->frame->read->frame->files as $file) {
            $reason = $name->frame->read->unreadable[$file->path] ?? null;
            $held = $this->wishes->bringsAgain($name->frame->key()) ? null : $this->holdings->heldAs($file);
            $unwanted = $draft->order->bring->reasonToLeave($file, $name->frame->read->frame);
            $lines[] = match (true) {
                null !== $reason => PlanLine::unreadable($file, $name->frame, $reason),
                null !== $held => PlanLine::held($file, $name->frame, $held),
                null !== $unwanted => PlanLine::leaveOut($file, $name->frame, $unwanted),
                default => PlanLine::bringIn($file, $name->frame, $name->folder, $name->ofFile($file), $name->number, $draft->order->names->sequence?->scope),
            };
        }

        return $lines;
    }

    private function addUnreadable(CardContents $card): void
    {
        foreach ($card->frames as $frame) {
            if (!$frame->isUnreadable()) {
                continue;
            }
            $timed = $this->wishes->clocks->time($frame);
            foreach ($frame->frame->files as $file) {
                $this->lines[] = PlanLine::unreadable($file, $timed, $frame->unreadable[$file->path] ?? 'its still is unreadable');
            }
            $this->problems[] = new Problem(\sprintf('%s cannot be read: %s.', $frame->frame->lead()->text(), $frame->unreadable[$frame->frame->lead()->path] ?? 'unreadable'), About::Damage);
        }
    }
}
