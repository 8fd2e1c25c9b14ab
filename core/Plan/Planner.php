<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\ReadFrame;
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

    private function __construct(private readonly Wishes $wishes, private readonly NamesInUse $taken)
    {
    }

    public static function plan(CardContents $card, Wishes $wishes, NamesInUse $taken): Plan
    {
        $planner = new self($wishes, $taken);
        $readable = array_values(array_filter($card->frames, static fn (ReadFrame $frame): bool => !$frame->isUnreadable()));
        foreach (ByDate::propose($readable) as $shoot) {
            $planner->addShoot($shoot);
        }
        $planner->addUnreadable($card);
        foreach ($card->others as $file) {
            $planner->lines[] = PlanLine::notAStill($file);
        }
        foreach ($card->troubles as $trouble) {
            $planner->problems[] = new Problem(\sprintf('%s: %s.', \VelvetLedger\Core\Card\PathText::of($trouble->path), $trouble->reason));
        }

        return new Plan($planner->shoots, $planner->lines, $planner->problems);
    }

    private function addShoot(ProposedShoot $shoot): void
    {
        $names = new ShootNames($shoot->date, $this->wishes->description($shoot->date));
        $sequence = new FrameNames($names, $this->taken);
        $lines = $brought = [];
        $suffixed = $leftOut = 0;
        foreach ($shoot->frames as $frame) {
            if ($this->wishes->leavesOut($frame->frame->key)) {
                ++$leftOut;
                $lines = [...$lines, ...$this->linesStaying($frame)];
                continue;
            }
            $stem = $sequence->next($frame);
            $suffixed += $sequence->lastWasTaken() ? 1 : 0;
            foreach ($frame->frame->files as $file) {
                $reason = $frame->unreadable[$file->path] ?? null;
                $line = null === $reason
                    ? PlanLine::bringIn($file, $frame, $names->folder(), FrameNames::fileName($stem, $frame, $file))
                    : PlanLine::unreadable($file, $frame, $reason);
                $lines[] = $line;
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
            $leftOut,
            \count($shoot->frames) - $leftOut,
            \count($brought),
            array_sum(array_map(static fn (PlanLine $line): int => $line->file->bytes, $brought)),
            $brought[0]->name ?? null,
            [] === $brought ? null : $brought[\count($brought) - 1]->name,
        );
        $this->notice($shoot, $names, $suffixed);
    }

    /** @return list<PlanLine> */
    private function linesStaying(ReadFrame $frame): array
    {
        $lines = [];
        foreach ($frame->frame->files as $file) {
            $reason = $frame->unreadable[$file->path] ?? null;
            $lines[] = null === $reason ? PlanLine::leaveOut($file, $frame) : PlanLine::unreadable($file, $frame, $reason);
        }

        return $lines;
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

    private function notice(ProposedShoot $shoot, ShootNames $names, int $suffixed): void
    {
        $change = $names->change();
        if (null !== $change) {
            $this->problems[] = new Problem($change, $shoot->date);
        }
        if ($suffixed > 0) {
            $this->problems[] = new Problem(\sprintf('%s in %s: the new name is in use there, so a number is added to it.', self::count($suffixed, 'frame'), $names->folder()), $shoot->date);
        }
        $byFile = array_filter($shoot->frames, static fn (ReadFrame $frame): bool => $frame->isDatedByFile());
        if ([] !== $byFile) {
            $this->problems[] = new Problem(\sprintf('%s here without a time from the camera: dated by the time of the file, first %s.', self::count(\count($byFile), 'frame'), reset($byFile)->frame->lead()->text()), $shoot->date);
        }
        foreach ($shoot->frames as $frame) {
            if (null !== $frame->caution) {
                $this->problems[] = new Problem($frame->caution.'. It is copied as it is.', $shoot->date);
            }
            foreach ($frame->unreadable as $path => $reason) {
                $this->problems[] = new Problem(\sprintf('%s cannot be read: %s. The rest of the frame is brought in.', \VelvetLedger\Core\Card\PathText::of($path), $reason), $shoot->date);
            }
        }
    }

    private static function count(int $number, string $thing): string
    {
        return $number.' '.$thing.(1 === $number ? '' : 's');
    }
}
