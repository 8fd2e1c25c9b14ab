<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Held\Holdings;
use VelvetLedger\Core\Naming\ShootNames;
use VelvetLedger\Core\Shoot\ByDate;
use VelvetLedger\Core\Shoot\ProposedShoot;

/** Makes a plan from what is on a card, what the photographer wishes, and which names the store has in use. */
final class Planner
{
    /** @var list<PlannedShoot> */
    private array $shoots = [];

    /** @var list<PlanLine> */
    private array $lines = [];

    /** @var list<Problem> */
    private array $problems = [];

    private function __construct(private readonly Wishes $wishes, private readonly NamesInUse $taken, private readonly Holdings $holdings)
    {
    }

    public static function plan(CardContents $card, Wishes $wishes, NamesInUse $taken, ?Holdings $holdings = null): Plan
    {
        $planner = new self($wishes, $taken, $holdings ?? Holdings::none());
        $readable = array_values(array_filter($card->frames, static fn (ReadFrame $frame): bool => !$frame->isUnreadable()));
        foreach (ByDate::propose($readable) as $shoot) {
            $planner->addShoot($shoot);
        }
        $planner->addUnreadable($card);
        foreach ($card->others as $file) {
            $planner->lines[] = PlanLine::notAStill($file);
        }
        foreach ($card->troubles as $trouble) {
            $planner->problems[] = new Problem(\sprintf('%s: %s.', PathText::of($trouble->path), $trouble->reason));
        }

        return new Plan($planner->shoots, $planner->lines, $planner->problems);
    }

    private function addShoot(ProposedShoot $shoot): void
    {
        $names = new ShootNames($shoot->date, $this->wishes->description($shoot->date));
        $sequence = new FrameNames($names, $this->taken);
        $lines = $brought = [];
        $suffixed = $leftOut = $held = 0;
        foreach ($shoot->frames as $frame) {
            $staying = $this->linesStaying($frame);
            if (null !== $staying) {
                $intent = $staying[0]->intent;
                $held += Intent::Held === $intent ? 1 : 0;
                $leftOut += Intent::LeaveOut === $intent ? 1 : 0;
                array_push($lines, ...$staying);
                continue;
            }
            $stem = $sequence->next($frame);
            $suffixed += $sequence->lastWasTaken() ? 1 : 0;
            foreach ($frame->frame->files as $file) {
                $lines[] = $line = $this->lineOf($file, $frame, $names->folder(), $stem);
                if (Intent::BringIn === $line->intent) {
                    $brought[] = $line;
                }
            }
        }
        array_push($this->lines, ...$lines);
        $this->shoots[] = new PlannedShoot(
            $shoot->date,
            $names->description,
            $names->folder(),
            $shoot->frames[0]->takenAt()->local,
            $shoot->frames[\count($shoot->frames) - 1]->takenAt()->local,
            \count($shoot->frames),
            $held,
            $leftOut,
            \count($shoot->frames) - $leftOut - $held,
            \count($brought),
            array_sum(array_map(static fn (PlanLine $line): int => $line->file->bytes, $brought)),
            $brought[0]->name ?? null,
            [] === $brought ? null : $brought[\count($brought) - 1]->name,
        );
        array_push($this->problems, ...ShootProblems::of($shoot, $names, $suffixed, $this->holdings));
    }

    /**
     * The lines of a frame none of whose files is brought in; null where some are.
     *
     * @return non-empty-list<PlanLine>|null
     */
    private function linesStaying(ReadFrame $frame): ?array
    {
        $key = $frame->frame->key;
        $out = $this->wishes->leavesOut($key);
        $again = $this->wishes->bringsAgain($key);
        $twin = $this->holdings->twinOf($frame->frame);
        $heldWhole = null !== $this->holdings->frameHeldAs($frame->frame);
        if (!$out && ($again || !$this->holdings->isUnmarked($frame->frame))) {
            return null;
        }

        return array_map(function (CardFile $file) use ($frame, $out, $twin, $heldWhole): PlanLine {
            $reason = $frame->unreadable[$file->path] ?? null;
            $held = $this->holdings->heldAs($file);

            return match (true) {
                null !== $reason => PlanLine::unreadable($file, $frame, $reason),
                $out => PlanLine::leaveOut($file, $frame),
                $heldWhole && null !== $held => PlanLine::held($file, $frame, $held),
                default => PlanLine::leaveOut($file, $frame, 'the same frame as '.($twin->where ?? 'another')),
            };
        }, $frame->frame->files);
    }

    private function lineOf(CardFile $file, ReadFrame $frame, string $folder, string $stem): PlanLine
    {
        $reason = $frame->unreadable[$file->path] ?? null;
        $held = $this->wishes->bringsAgain($frame->frame->key) ? null : $this->holdings->heldAs($file);
        $unwanted = $this->wishes->companions->reasonToLeave($file, $frame->frame);

        return match (true) {
            null !== $reason => PlanLine::unreadable($file, $frame, $reason),
            null !== $held => PlanLine::held($file, $frame, $held),
            null !== $unwanted => PlanLine::leaveOut($file, $frame, $unwanted),
            default => PlanLine::bringIn($file, $frame, $folder, FrameNames::fileName($stem, $frame, $file)),
        };
    }

    private function addUnreadable(CardContents $card): void
    {
        foreach ($card->frames as $frame) {
            if (!$frame->isUnreadable()) {
                continue;
            }
            foreach ($frame->frame->files as $file) {
                $this->lines[] = PlanLine::unreadable($file, $frame, $frame->unreadable[$file->path] ?? 'its still is unreadable');
            }
            $this->problems[] = new Problem(\sprintf('%s cannot be read: %s.', $frame->frame->lead()->text(), $frame->unreadable[$frame->frame->lead()->path] ?? 'unreadable'));
        }
    }
}
