<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Naming\PortableText;
use VelvetLedger\Core\Order\Samples;
use VelvetLedger\Core\Order\StandingOrder;

/** A change of places: of each frame how it shall be called and where it shall lie, of each shoot what is said of it, and which folders follow; worked out from a wish, and checked as a whole. */
final readonly class KeepingPlan
{
    /**
     * @param array<int, KeptFrame> $frames    by number: how those are kept now that change
     * @param array<int, ShootKept> $shoots    by number, how those are to be that change; 0 is one that is not there yet
     * @param list<FollowsFolder>   $following what else follows
     * @param list<int>             $numbers   of the shoot afterwards
     * @param bool                  $inOrder   whether numbers of the shoot are in order of capture afterwards
     */
    private function __construct(public Renaming $renaming, public array $frames, public array $shoots, public array $following, public bool $inOrder, public Samples $samples, private array $numbers)
    {
    }

    /**
     * @param ShootKept|null                 $into   the shoot that they go to, where that is another
     * @param list<KeptFrame>                $frames of the shoot; all of them, and where they go to another, those of that one too
     * @param array<int, StandingOrder>      $orders by intake
     * @param \Closure(string): list<string> $names  names that stay in a folder
     * @param \Closure(string): list<string> $around stems that are given in other shoots of a day, and the days beside it
     *
     * @throws CouldNotRename nothing is changed
     */
    public static function of(KeepingWish $wish, ShootKept $shoot, ?ShootKept $into, array $frames, array $orders, \Closure $names, \Closure $around): self
    {
        $own = array_values(array_filter($frames, static fn (KeptFrame $frame): bool => $frame->now->standing?->shoot === $shoot->id));
        if ([] === $own) {
            throw CouldNotRename::noFrames('no frame is in this shoot');
        }
        $asked = array_fill_keys($wish->frames ?? [], true);
        $meant = null === $wish->frames ? $own : array_values(array_filter($own, static fn (KeptFrame $frame): bool => isset($asked[$frame->id])));
        foreach (array_diff($wish->frames ?? [], array_column($meant, 'id')) as $other) {
            throw CouldNotRename::notOfShoot("$other");
        }
        if (0 !== ($wish->said->cover ?? 0) && !\in_array($wish->said->cover, array_column($own, 'id'), true)) {
            throw CouldNotRename::notOfShoot((string) $wish->said->cover);
        }
        if ([] === $meant) {
            throw CouldNotRename::noFrames('no frame is meant');
        }
        $draft = new KeepingDraft($wish, $shoot, $into, $own, $meant, $orders);
        [$after, $wanted] = $draft->places();
        $there = array_values(array_filter($frames, static fn (KeptFrame $frame): bool => null !== $into && $frame->now->standing?->shoot === $into->id));
        $wanted = $draft->names($wanted, $after, $there, $names, $around);
        $renaming = Renaming::of($frames, $wanted, $names);
        $byId = array_column($frames, null, 'id');
        $now = array_map(static fn (KeptFrame $frame): Wanted => $renaming->wanted[$frame->id] ?? $frame->now, array_filter($byId, static fn (KeptFrame $frame): bool => ($renaming->wanted[$frame->id] ?? $frame->now)->standing?->shoot === ($into ?? $shoot)->id));

        return new self($renaming, array_intersect_key($byId, $renaming->wanted), $draft->shoots($after), $draft->following($after, $renaming, $there), self::isInOrder($byId, $now, $draft->seconds), $draft->samples($after), array_values(array_filter(array_map(static fn (Wanted $one): ?int => null === $one->asideFrom ? $one->standing?->number : null, $now), \is_int(...))));
    }

    /**
     * Whether the numbers of frames as they are kept now count as these were taken.
     *
     * @param list<KeptFrame> $frames of one shoot
     */
    public static function isNumberedInOrder(array $frames): bool
    {
        $byId = array_column($frames, null, 'id');

        return self::isInOrder($byId, array_map(static fn (KeptFrame $frame): Wanted => $frame->now, $byId), []);
    }

    /**
     * Whether numbers count as frames were taken.
     *
     * @param array<int, KeptFrame> $frames
     * @param array<int, Wanted>    $wanted  of the shoot
     * @param array<int, int>       $seconds by frame, by which its time is put right
     */
    private static function isInOrder(array $frames, array $wanted, array $seconds): bool
    {
        $numbered = array_values(array_filter(array_intersect_key($frames, $wanted), static fn (KeptFrame $frame): bool => null === $frame->now->asideFrom && null !== $frame->source && null !== $wanted[$frame->id]->standing?->number));
        $moved = array_map(static fn (KeptFrame $frame): KeptFrame => new KeptFrame($frame->id, $frame->now, $frame->endings, $frame->source?->putOn($seconds[$frame->id] ?? 0)), $numbered);
        $last = [];
        foreach (NamesAnew::inOrder($moved) as $frame) {
            $run = PortableText::key((string) preg_replace('/\d+/', '', $wanted[$frame->id]->stem));
            $number = $wanted[$frame->id]->standing->number ?? 0;
            if ($number < ($last[$run] ?? 0)) {
                return false;
            }
            $last[$run] = $number;
        }

        return true;
    }

    /** The last number that frames have which are named anew; null where none has any. */
    public function lastNumber(): ?int
    {
        return [] === $this->numbers ? null : max($this->numbers);
    }

    /** @return list<KeptFrame> those that change */
    public function inOrderOfCapture(): array
    {
        return NamesAnew::inOrder(array_values($this->frames));
    }

    /** How many frames get another name. */
    public function renamed(): int
    {
        return \count(array_filter($this->renaming->wanted, fn (Wanted $to, int $id): bool => $to->stem !== $this->frames[$id]->now->stem, \ARRAY_FILTER_USE_BOTH));
    }

    /** How many frames get another folder. */
    public function moved(): int
    {
        return \count(array_filter($this->renaming->wanted, fn (Wanted $to, int $id): bool => $to->folder !== $this->frames[$id]->now->folder, \ARRAY_FILTER_USE_BOTH));
    }

    public function change(string $what): ChangeOfPlaces
    {
        return new ChangeOfPlaces($this->renaming, $what, $this->shoots, $this->following);
    }

    public function isNothing(): bool
    {
        return [] === $this->renaming->wanted && [] === $this->shoots;
    }
}
