<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Held\Holdings;
use VelvetLedger\Core\Naming\PortableText;
use VelvetLedger\Core\Shoot\Body;
use VelvetLedger\Core\Shoot\TimedFrame;
use VelvetLedger\Core\Shoot\TimeSource;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Day;

/** What the photographer should know of one shoot of a plan, in sentences. */
final class ShootProblems
{
    /** Characters of a path from the store's root; with the drive before it, 260 is where some Windows programs give up (its published naming rules). */
    private const LONG_PATH = 220;

    /** @var list<Problem> */
    private array $problems = [];

    private function __construct(private readonly ShootDraft $draft)
    {
    }

    /**
     * @param string|null $stray what is said of it for lying far from the rest
     * @param string|null $apart what is said of a body's clock in it
     *
     * @return list<Problem>
     */
    public static function of(ShootDraft $draft, string $folder, NamedShoot $named, Holdings $holdings, CardNumbers $numbers, ?string $stray, ?string $apart): array
    {
        $found = new self($draft);
        if (!$draft->wish->leftOut) {
            $comes = [] !== $draft->coming || [] !== $draft->joining;
            if (null !== $stray && $comes) {
                $found->add(About::Stray, $stray.(1 === \count($draft->shoot->frames) ? ' Look whether it belongs here, or whether the clock was wrong.' : ' Look whether they belong here, or whether the clock was wrong.'));
            }
            $found->names($folder, $named);
            if ($comes) {
                null === $apart ? null : $found->add(About::Time, $apart);
                $found->times();
            }
            $found->frames($holdings);
            $found->gaps($numbers);
        }

        return $found->problems;
    }

    private function names(string $folder, NamedShoot $named): void
    {
        if ([] === $named->names) {
            return;
        }
        $description = $this->draft->description;
        $removed = array_unique(mb_str_split(preg_replace('/[^<>:"\/\\\\|?*#%]/u', '', $description) ?? ''));
        $asFolder = PortableText::forFolder($description, 200);
        if (null === $this->draft->wish->folder && null === $this->draft->wish->into && $this->draft->order->folders->saysDescription() && $asFolder !== $description) {
            $because = [] === $removed ? 'file systems do not take every character of the description, its ending, or its whole length' : \sprintf('file systems do not take every character of the description (%s)', implode(' ', $removed));
            $this->add(About::Name, \sprintf('The folder is called "%s": %s.', basename($folder), $because));
        }
        $typed = $this->draft->wish->folder;
        if (null !== $typed && null === $this->draft->wish->into && PortableText::key($typed) !== PortableText::key($folder)) {
            $this->add(About::Name, \sprintf('The folder is called "%s": not every file system takes "%s".', $folder, $typed));
        }
        $stem = $named->names[0]->stem;
        if ($this->draft->order->names->saysDescription() && !str_contains($stem, PortableText::forFile($description)) && !str_contains($stem, PortableText::forFileAsWritten($description))) {
            $this->add(About::Name, 'The file names carry only the beginning of the description: a name has at most 255 bytes.');
        }
        if (null !== $named->digits) {
            $this->add(About::Digits, \sprintf('Numbers have %d digits, so that so many frames sort as they count.', $named->digits));
        }
        $first = $named->names[0];
        $path = mb_strlen($first->folder.'/'.$first->stem);
        if ($path > self::LONG_PATH) {
            $this->add(About::LongPath, \sprintf('Paths here are %d characters long from the store\'s root; some Windows programs do not open more than 260 with the drive.', $path));
        }
        if ([] !== $named->inUse) {
            $this->add(About::Collision, \sprintf('%s in %s: files there have these numbers, %s; new ones step over them.', self::count(\count($named->inUse), 'number').(1 === \count($named->inUse) ? ' is' : ' are').' in use', $folder, $this->span($named->inUse)), \count($named->inUse));
        }
        if ($named->near > 0) {
            $this->add(About::Collision, \sprintf('%s of shoots of the same days %s not given again: what is delivered together has no name twice.', self::count($named->near, 'name'), 1 === $named->near ? 'is' : 'are'), $named->near);
        }
        if ($named->sameName > 0) {
            $this->add(About::Collision, \sprintf('%s here would be called as an earlier one is: they take _2, _3 and so on, in order of capture.', self::count($named->sameName, 'frame')), $named->sameName);
        }
        if ($named->taken > 0) {
            $this->add(About::Collision, \sprintf('%s here: the new name is in use in %s, so a number is added to it.', self::count($named->taken, 'frame'), $folder), $named->taken);
        }
    }

    private function times(): void
    {
        $frames = $this->draft->shoot->frames;
        $last = $frames[\count($frames) - 1];
        $after = $this->draft->order->shoots->dayOf($last) === $this->draft->shoot->date ? 0 : \count(array_filter($frames, fn (TimedFrame $frame): bool => $this->draft->order->shoots->dayOf($frame) > $this->draft->shoot->date));
        if ($after > 0 && 1 === \count($this->draft->order->shoots->propose($frames))) { // what was joined by hand is no night that goes on
            $this->add(About::Midnight, \sprintf('It goes on over midnight without a longer rest than before: %s of the next day %s in it.', self::count($after, 'frame'), 1 === $after ? 'is' : 'are'));
        }
        $reset = array_values(array_filter($frames, static fn (TimedFrame $frame): bool => TimeSource::Camera === $frame->by && 1 === preg_match('/-01-01T00:/', $frame->at->local)));
        $bodies = array_map(static fn (TimedFrame $frame): string => Body::of($frame->read->facts)?->name() ?? '', $reset);
        $evening = array_map(static fn (TimedFrame $frame): string => Body::of($frame->read->facts)?->name() ?? '', array_filter($frames, static fn (TimedFrame $frame): bool => str_contains($frame->at->local, '-12-31T')));
        if (\count($reset) > 1 && [] === array_intersect($bodies, $evening)) {
            $this->add(About::Time, \sprintf('%s here are of the first hour of %s, where a camera\'s clock begins when it was reset: put it right under "clocks", for these frames alone, if that is so.', self::count(\count($reset), 'frame'), Day::of($reset[0]->at->date())));
        }
    }

    private function frames(Holdings $holdings): void
    {
        $frames = $this->draft->shoot->frames;
        $byFile = array_values(array_filter($frames, static fn (TimedFrame $frame): bool => TimeSource::File === $frame->by));
        if ([] !== $byFile) {
            $this->add(About::Time, \sprintf('%s here without a time from the camera: dated by the time of the file, first %s.', self::count(\count($byFile), 'frame'), $byFile[0]->read->frame->lead()->where()));
        }
        foreach ($frames as $frame) {
            if (null !== $frame->read->caution) {
                $this->add(About::Damage, $frame->read->caution.'. It is copied as it is.');
            }
            foreach ($frame->read->unreadable as $path => $reason) {
                $this->add(About::Damage, \sprintf('%s cannot be read: %s. The rest of the frame is brought in.', PathText::of($path), $reason));
            }
        }
        $incomplete = array_values(array_filter($frames, static fn (TimedFrame $frame): bool => [] !== $frame->read->incomplete));
        if ([] !== $incomplete) {
            $first = $incomplete[0]->read;
            $whole = array_values(array_filter(array_map(static fn (TimedFrame $frame): ?string => $frame->read->wholeOn, $incomplete), \is_string(...)));
            $this->add(About::CutOff, \sprintf('%s here %s, first %s: %s. What there is comes in as it is%s.', self::count(\count($incomplete), 'frame'), 1 === \count($incomplete) ? 'is incomplete' : 'are incomplete', PathText::of((string) array_key_first($first->incomplete)), array_values($first->incomplete)[0], [] === $whole ? '' : \sprintf('; %s has %s whole', $whole[0], \count($whole) === \count($incomplete) ? (1 === \count($whole) ? 'it' : 'them') : Count::figure(\count($whole)).' of them')));
        }
        $this->joined($holdings);
        $rivals = array_values(array_filter($frames, static fn (TimedFrame $frame): bool => null !== $holdings->sameExposureAs($frame->read->frame)));
        if ([] !== $rivals) {
            $first = $rivals[0]->read->frame;
            $this->add(About::Held, \sprintf('%s here of an exposure that is held with other bytes, first %s (held as %s). Compare them and leave out what is not wanted.', self::count(\count($rivals), 'frame'), $first->lead()->where(), $holdings->sameExposureAs($first)?->path));
        }
    }

    private function joined(Holdings $holdings): void
    {
        $coming = \count($this->draft->coming);
        if ($this->draft->isProposed && null !== $this->draft->wish->into) {
            $into = $this->draft->wish->into;
            $this->add(About::Joined, \sprintf('%s to "%s" by %s, held in %s: %s there, numbers going on.', 1 === $coming ? '1 frame here belongs' : Count::figure($coming).' frames here belong', '' === $into->description ? $into->date : $into->description, 1 === $coming ? 'its time' : 'their times', $into->folder, 1 === $coming ? 'it goes' : 'they go'));
        }
        $hour = $holdings->places->anHourFrom($this->draft->coming);
        if (null !== $hour) {
            [$shoot, $hours] = $hour;
            $this->add(About::Time, \sprintf('Their first and their last frame lie an hour %s those of "%s", which is held: if the clock was an hour %s, put it right.', $hours > 0 ? 'after' : 'before', '' === $shoot->description ? $shoot->date : $shoot->description, $hours > 0 ? 'ahead' : 'behind'));
        }
        $joining = \count($this->draft->joining);
        if ($joining > 0) {
            $this->add(About::Part, \sprintf('Of %s here a part is held: what comes joins it under its name.', self::count($joining, 'frame')));
        }
        $left = array_values(array_filter($this->draft->shoot->frames, fn (TimedFrame $frame): bool => !isset($this->draft->joining[$frame->key()]) && [] !== array_filter($frame->read->frame->files, static fn (CardFile $file): bool => null !== $holdings->leftOutBefore($file, $frame->read->frame))));
        if ([] !== $left) {
            $this->add(About::Companions, \sprintf('Of %s here the order left a part on the card when the rest came in: it stays, unless you mark %s.', self::count(\count($left), 'frame'), 1 === \count($left) ? 'it' : 'them'));
        }
    }

    private function gaps(CardNumbers $numbers): void
    {
        $missing = $numbers->missingAmong($this->draft->shoot->frames);
        if (null !== $missing) {
            $this->add(About::Gap, $missing);
        }
    }

    /** @param non-empty-list<int> $numbers */
    private function span(array $numbers): string
    {
        return min($numbers) === max($numbers) ? (string) $numbers[0] : min($numbers).' to '.max($numbers);
    }

    /** @param int $of how many names or frames it is about, where that is counted */
    private function add(About $about, string $message, int $of = 1): void
    {
        $this->problems[] = new Problem($message, $about, $this->draft->shoot->id, $of);
    }

    private static function count(int $number, string $thing): string
    {
        return Count::of($number, $thing);
    }
}
