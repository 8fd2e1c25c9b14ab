<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Held\ExistingShoot;
use VelvetLedger\Core\Held\Holdings;
use VelvetLedger\Core\Order\Samples;
use VelvetLedger\Core\Shoot\AnHourApart;
use VelvetLedger\Core\Shoot\ProposedShoot;
use VelvetLedger\Core\Shoot\Strays;

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

    private readonly FolderPlan $folders;
    private CardNumbers $numbers;
    private LoosePlaces $loose;
    private ?Samples $samples = null;

    private function __construct(private readonly Wishes $wishes, private readonly StoreState $store, private readonly Holdings $holdings, private readonly CapturedAt $now)
    {
        $this->folders = new FolderPlan($store);
    }

    /**
     * @param CapturedAt|null $now   the date of the intake, where a pattern asks for it
     * @param string          $label of the card, where it is by itself
     */
    public static function plan(CardContents $card, Wishes $wishes, StoreState $store, ?Holdings $holdings = null, ?CapturedAt $now = null, string $label = ''): Plan
    {
        $planner = new self($wishes, $store, $holdings ?? Holdings::none(), $now ?? CapturedAt::fromFileTime(time()));
        $frames = $wishes->clocks->timeAll(array_values(array_filter($card->frames, static fn (ReadFrame $frame): bool => !$frame->isUnreadable())));
        $division = $wishes->order->shoots;
        $planner->numbers = CardNumbers::on($card);
        $planner->loose = new LoosePlaces($planner->folders, $store, $card->loose, $label);
        $planner->addShoots($wishes->edits->apply($division->propose($frames), $division));
        array_push($planner->lines, ...$planner->loose->staying($wishes));
        $planner->addUnreadable($card);
        foreach ($card->others as $file) {
            $planner->lines[] = PlanLine::notAStill($file);
        }
        foreach ($card->troubles as $trouble) {
            $planner->lines[] = PlanLine::ofTrouble($trouble);
            $planner->problems[] = new Problem(\sprintf('%s: %s.', $trouble->where(), $trouble->reason), About::Damage);
        }

        return new Plan($planner->shoots, $planner->lines, $planner->problems, $planner->folders->tree($planner->made), BodyClock::among($frames, $wishes->clocks), $planner->samples);
    }

    /** @param list<ProposedShoot> $shoots */
    private function addShoots(array $shoots): void
    {
        $strays = Strays::among($shoots);
        $apart = AnHourApart::among($shoots);
        $drafts = array_map($this->draft(...), $shoots);
        $shown = array_values(array_filter($drafts, static fn (ShootDraft $draft): bool => [] !== $draft->coming))[0] ?? $drafts[0] ?? null;
        $namer = new Namer($this->store, $this->folders, $drafts);
        foreach ($drafts as $draft) {
            $named = $namer->name($draft);
            if ($draft === $shown) {
                $this->samples = Samples::of($this->wishes->order, $draft->source($draft->shoot->frames[0]), null === $draft->wish->order ? ($named->names[0] ?? null)?->number : null);
            }
            $this->add($draft, $named, $strays[$draft->shoot->id] ?? null, $apart[$draft->shoot->id] ?? null);
        }
    }

    private function draft(ProposedShoot $shoot): ShootDraft
    {
        $wish = $this->wishes->of($shoot);
        $proposed = $wish->saysWhere() || $this->wishes->keepsApart($shoot) ? null : $this->neighbours($shoot);
        $elsewhere = ($wish->order ?? $this->wishes->order)->destination->folder; // what an order sends to a place of its own goes there
        $proposed = null === $proposed || '' === $elsewhere || str_starts_with($proposed->folder.'/', $elsewhere.'/') ? $proposed : null;
        $wish = null === $proposed ? $wish : $wish->joining($proposed);
        $intents = new FrameIntents($this->wishes, $this->holdings, ($wish->order ?? $this->wishes->order)->bring->stills, $wish->leftOut);
        $coming = $staying = $joining = [];
        foreach ($shoot->frames as $frame) {
            $lines = $intents->staying($frame);
            $staying += $lines;
            $held = $this->holdings->partlyHeldAs($frame->read->frame);
            if (\count($lines) === \count($frame->read->frame->files)) {
                continue;
            }
            if (null === $held) {
                $coming[] = $frame;
            } else {
                $joining[$frame->key()] = $held;
            }
        }

        return new ShootDraft($shoot, $wish, $this->wishes->order, $this->now, $coming, $staying, $joining, null !== $proposed);
    }

    /** The shoot that a proposed one is part of, by frames of it that are held, or by others that the same bodies took then. */
    private function neighbours(ProposedShoot $shoot): ?ExistingShoot
    {
        $coming = $held = [];
        foreach ($shoot->frames as $frame) {
            $as = $this->holdings->frameHeldAs($frame->read->frame);
            if (null !== $as) {
                $held[] = [$frame, $as->frame];
            } elseif (null === $this->holdings->partlyHeldAs($frame->read->frame) && !$this->holdings->isUnmarked($frame->read->frame)) {
                $coming[] = $frame;
            }
        }

        return [] === $coming ? null : $this->holdings->places->neighbours($coming, $held);
    }

    private function add(ShootDraft $draft, NamedShoot $named, ?string $stray, ?string $apart): void
    {
        $lines = $this->linesOf($draft, $named);
        $brought = array_values(array_filter($lines, static fn (PlanLine $line): bool => Intent::BringIn === $line->intent));
        $loose = [] === $brought ? [] : $this->loose->with($draft, $this->wishes, $this->holdings);
        $lines = [...$lines, ...$loose];
        array_walk($brought, $this->folders->put(...));
        array_map($this->folders->put(...), array_filter($loose, static fn (PlanLine $line): bool => Intent::BringIn === $line->intent));
        array_push($this->lines, ...$lines);
        $folder = $this->folders->settle($draft->folder());
        $makes = [] === $brought || null !== $draft->wish->into || !$this->folders->isNew($folder) ? [] : array_map(fn (string $name): string => $this->folders->settle(ShootDraft::path($folder, $name)), $draft->order->subfolders->make);
        array_push($this->made, ...$makes);
        $this->shoots[] = new PlannedShoot(
            $draft->shoot->id,
            $this->wishes->anchorOf($draft->shoot),
            new ShootTitle($draft->shoot->date, $draft->date, $draft->description, $draft->order->name, $draft->destination->kindOfWork, new ShootStamps($draft->order->made->stamps, $draft->wish->texts, $draft->wish->keywords)),
            new ShootPlace($folder, $draft->wish->into?->id, $makes),
            ShootFrames::of($draft, $loose),
            FrameCounts::of($lines),
            FileCounts::of($lines),
            NameSpan::of($brought),
        );
        array_push($this->problems, ...ShootProblems::of($draft, $folder, $named, $this->holdings, $this->numbers, $stray, $apart));
    }

    /** @return list<PlanLine> */
    private function linesOf(ShootDraft $draft, NamedShoot $named): array
    {
        $names = [];
        foreach ($named->names as $name) {
            $names[$name->frame->key()] = $name;
        }
        $scope = $draft->order->names->sequence?->scope;
        $lines = [];
        foreach ($draft->shoot->frames as $frame) {
            $name = $names[$frame->key()] ?? null;
            $joins = isset($draft->joining[$frame->key()]) ? new JoinedName($draft->joining[$frame->key()], $draft->order->names->extension) : null;
            foreach ($frame->read->frame->files as $file) {
                $stays = $draft->staying[$file->id] ?? null;
                $lines[] = $stays ?? PlanLine::bringIn($file, $frame, match (true) {
                    null !== $joins => new NewName($this->folders->settle($joins->held->folder), $joins->ofFile($file, $frame->read->frame), $joins->held->stem, null, null, $joins->held->id),
                    null !== $name => new NewName($name->folder, $name->ofFile($file), $name->stem, $name->number, $scope),
                    default => throw new \LogicException("A frame that comes has no name: {$frame->key()}."),
                }, null === $joins && $this->wishes->bringsAgain($frame->key()));
            }
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
            $this->problems[] = new Problem(\sprintf('%s cannot be read: %s.', $frame->frame->lead()->where(), $frame->unreadable[$frame->frame->lead()->path] ?? 'unreadable'), About::Damage);
        }
    }
}
