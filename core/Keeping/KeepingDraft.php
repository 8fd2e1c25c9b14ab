<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Order\Samples;
use VelvetLedger\Core\Order\StandingOrder;

/** A wish on its way into a plan: what it makes of times, shoots, folders and names, one after the other. */
final readonly class KeepingDraft
{
    /** The earliest of the shoot, and of those that are meant. */
    private KeptFrame $first;
    private KeptFrame $firstMeant;

    /** @var array<int, int> by frame, seconds by which its time is put right */
    public array $seconds;

    /** Of a shoot whose date was that of its first frame, it stays so; null where it stays as it is. */
    private ?string $dateAfter;

    /** Whether all frames of the shoot follow, rather than those alone that it is wished of. */
    private bool $saysAll;

    /**
     * @param list<KeptFrame>           $own    all frames of the shoot
     * @param list<KeptFrame>           $meant  those of them that it is wished of
     * @param array<int, StandingOrder> $orders by intake
     */
    public function __construct(private KeepingWish $wish, private ShootKept $shoot, private ?ShootKept $into, private array $own, private array $meant, private array $orders)
    {
        $this->first = NamesAnew::inOrder($this->shown($own))[0];
        $this->firstMeant = NamesAnew::inOrder($this->shown($meant))[0];
        $seconds = [];
        foreach ($meant as $frame) {
            $seconds[$frame->id] = $wish->clock->of($frame->source);
        }
        $this->seconds = array_filter($seconds, static fn (int $one): bool => 0 !== $one);
        $dates = [] === $this->seconds || $this->sourceOf($this->first)->taken->date() !== $shoot->date ? [] : array_map(fn (KeptFrame $frame): string => $this->after($frame)->taken->date(), $this->shown($own));
        $this->dateAfter = [] === $dates ? null : min($dates);
        $this->saysAll = ($wish->said->isSeen() || null !== $this->dateAfter) && $wish->going->isNowhere();
    }

    /**
     * Times, shoots and folders.
     *
     * @return array{ShootKept, array<int, Wanted>} the shoot that they are of afterwards; and of each frame that the wish is about how it is wanted, with the name that it has
     */
    public function places(): array
    {
        $after = $this->shootAfter();
        $follow = $this->foldersFollow($after);
        $after = $this->saysAll || $this->wish->going->apart ? $after->inFolder($follow->folder) : $after;
        $wanted = [];
        foreach ($this->saysAll ? $this->own : $this->meant as $frame) {
            $source = $this->sourceOf($frame);
            $seconds = $this->seconds[$frame->id] ?? 0;
            $standing = $frame->now->standing ?? throw new \LogicException("Nothing is known of where frame $frame->id stands.");
            if (0 !== $seconds) {
                $moved = $source->taken->movedBy($seconds);
                if ($moved->clockSeconds() !== $source->taken->clockSeconds() + $seconds) {
                    throw CouldNotRename::outOfCalendar();
                }
                $standing = $standing->putOn($seconds, $moved->local);
            }
            $carried = match (true) {
                null !== $this->into => fn (string $home): string => self::below($this->into->folder, $home, $this->shoot->folder),
                $this->wish->going->apart => fn (string $home): string => self::below($after->folder, $home, $this->shoot->folder),
                $this->saysAll => fn (string $home): string => $follow->home($home, $source, $this->sourceOf($this->first)),
                default => static fn (string $home): string => $home,
            };
            $wanted[$frame->id] = $frame->now->carried($carried)->standing($standing->inShoot(null !== $this->into ? $this->into->id : ($this->wish->going->apart ? 0 : $this->shoot->id)));
        }

        return [$after, $wanted];
    }

    /**
     * @param array<int, Wanted>             $wanted
     * @param list<KeptFrame>                $there  frames of the shoot that they go to
     * @param \Closure(string): list<string> $names
     * @param \Closure(string): list<string> $around stems that are given in other shoots of a day, and the days beside it
     *
     * @return array<int, Wanted>
     */
    public function names(array $wanted, ShootKept $after, array $there, \Closure $names, \Closure $around): array
    {
        if (NamesAsked::Stay === $this->wish->names->asked) {
            return $wanted;
        }
        $together = $this->wish->going->together && null !== $this->into ? $this->shown($there) : [];
        foreach ($together as $frame) {
            $wanted[$frame->id] = $frame->now;
        }
        $named = [...$this->shown(array_values(array_filter($this->own, static fn (KeptFrame $frame): bool => isset($wanted[$frame->id])))), ...$together];
        if (NamesAsked::Follow === $this->wish->names->asked && null === $this->into && !$this->wish->going->apart) {
            $meant = array_fill_keys(array_column($this->meant, 'id'), true);
            foreach ($named as $frame) {
                if ($this->wish->said->isSeen() || isset($meant[$frame->id])) {
                    $source = $this->sourceOf($frame);
                    $stem = NamesFollow::stem($frame->now->stem, $frame->now->standing?->number, $this->orderOf($frame)->names, $source, $this->after($frame), $this->shoot, $after);
                    $wanted[$frame->id] = $wanted[$frame->id]->called($stem);
                }
            }

            return $wanted;
        }
        $isNamed = array_fill_keys(array_column($named, 'id'), true);
        $staying = array_filter([...$this->own, ...$there], static fn (KeptFrame $frame): bool => !isset($isNamed[$frame->id]) && null === $frame->now->asideFrom);
        $near = array_fill_keys(array_map(Wanted::stemKey(...), [...$around($after->date), ...array_map(static fn (KeptFrame $frame): string => $frame->now->stem, array_values($staying))]), true);
        $names = static fn (string $folder): array => Renaming::staying($folder, $names($folder), $named);
        $anew = new NamesAnew($names, $near);
        $moved = array_map(fn (KeptFrame $frame): KeptFrame => new KeptFrame($frame->id, $frame->now, $frame->endings, $this->after($frame)), $named);

        return match ($this->wish->names->asked) {
            NamesAsked::Replace => $anew->each($moved, $wanted, fn (KeptFrame $frame): string => str_replace($this->wish->names->find, $this->wish->names->with, $frame->now->stem)),
            NamesAsked::OnCard => $anew->each($moved, $wanted, fn (KeptFrame $frame): string => $this->sourceOf($frame)->originalName),
            default => $anew->byPattern($moved, $wanted, $this->wish->names->pattern ?? $this->orderOf([...$there, $this->first][0])->names, $after, $this->firstNumber($there, [] !== $together)),
        };
    }

    /** What pieces of names say of the first frame. */
    public function samples(ShootKept $after): Samples
    {
        return Samples::ofNames($this->wish->names->pattern ?? $this->orderOf($this->firstMeant)->names, $this->after($this->firstMeant)->inName($after, $this->firstMeant->now->stem), $this->wish->names->from);
    }

    /** @return array<int, ShootKept> those that change */
    public function shoots(ShootKept $after): array
    {
        $before = $this->into ?? $this->shoot;

        return $this->wish->going->apart ? [0 => $after] : ($after->is($before) ? [] : [$before->id => $after]);
    }

    /**
     * What else follows: all that lies in a shoot's folder goes with it; of frames that go elsewhere, or are called otherwise, what bears their names.
     *
     * @param list<KeptFrame> $there frames of the shoot that they go to
     *
     * @return list<FollowsFolder>
     */
    public function following(ShootKept $after, Renaming $renaming, array $there): array
    {
        $to = null === $this->into ? $after->folder : $this->into->folder;
        $isLeft = null !== $this->into && [] === array_filter($this->own, fn (KeptFrame $frame): bool => ($renaming->wanted[$frame->id] ?? $frame->now)->standing?->shoot === $this->shoot->id);
        $all = '' !== $this->shoot->folder && $to !== $this->shoot->folder && !$this->wish->going->apart && (null === $this->into || $isLeft);
        /** @var array<string, array{ShootKept, string, string, array<string, string>}> $names */
        $names = [];
        foreach ([...null === $this->into ? [] : array_map(fn (KeptFrame $frame): array => [$this->into, $frame], $there), ...array_map(fn (KeptFrame $frame): array => [$this->shoot, $frame], $this->own)] as [$shoot, $frame]) {
            $wanted = $renaming->wanted[$frame->id] ?? null;
            if (null === $wanted || null !== $frame->now->asideFrom) {
                continue;
            }
            $home = $frame->now->pickedFrom ?? $frame->now->folder;
            $isInIt = '' !== $shoot->folder && FoldersFollow::isBelow($home, $shoot->folder);
            [$from, $goes] = $isInIt ? [$shoot->folder, $shoot === $this->shoot ? $to : $shoot->folder] : [$home, $wanted->pickedFrom ?? $wanted->folder];
            if ($frame->now->stem !== $wanted->stem || ($from !== $goes && !$all)) {
                $names["$shoot->id $from\n$goes"] ??= [$shoot, $from, $goes, []];
                $names["$shoot->id $from\n$goes"][3][$frame->now->stem] = $wanted->stem;
            }
        }
        foreach ($this->wish->going->isNowhere() ? [] : [$this->shoot->folder, $to] as $folder) {
            $names["{$this->shoot->id} $folder\n$folder"] ??= [$this->shoot, $folder, $folder, []]; // their lists are of others by now
        }
        if ($all) {
            $names["{$this->shoot->id} {$this->shoot->folder}\n$to"] ??= [$this->shoot, $this->shoot->folder, $to, []];
        }

        return array_values(array_map(fn (array $one): FollowsFolder => new FollowsFolder($one[0]->id, $one[1], $one[2], $one[3], $all && $one[0] === $this->shoot && $one[1] === $this->shoot->folder), $names));
    }

    private function shootAfter(): ShootKept
    {
        if (null !== $this->into) {
            return $this->into;
        }
        $described = $this->shoot->described($this->wish->said->description, $this->wish->said->date ?? $this->dateAfter, $this->wish->said->kindOfWork)->noted($this->wish->said->notes);
        if ($this->wish->going->apart) {
            return new ShootKept(0, $this->wish->said->date ?? $this->sourceOf($this->firstMeant)->taken->date(), $this->wish->said->description ?? '', $this->shoot->folder, $described->kindOfWork, $this->wish->said->notes ?? '');
        }

        return null === $this->wish->said->cover ? $described : $described->covered(0 === $this->wish->said->cover ? null : $this->wish->said->cover);
    }

    private function foldersFollow(ShootKept $after): FoldersFollow
    {
        $first = $this->wish->going->apart ? $this->firstMeant : $this->first;
        if (null !== $this->wish->said->folder) {
            return FoldersFollow::to($this->wish->said->folder, $this->shoot, $this->sourceOf($first));
        }

        return FoldersFollow::of($this->shoot, $after, $this->orderOf($first)->folders, $this->sourceOf($this->first), $this->after($first), $this->wish->said->destination, $this->wish->said->folders);
    }

    /**
     * Numbers go on after those that there are, where others stay.
     *
     * @param list<KeptFrame> $there
     */
    private function firstNumber(array $there, bool $allAnew): ?int
    {
        if (null !== $this->wish->names->from || $allAnew || [] === $there) {
            return $this->wish->names->from;
        }
        $numbers = array_filter(array_map(static fn (KeptFrame $frame): ?int => $frame->now->standing?->number, $there), \is_int(...));

        return [] === $numbers ? null : max($numbers) + 1;
    }

    /**
     * Without what is set aside, which keeps its name, and what came along.
     *
     * @param list<KeptFrame> $frames
     *
     * @return list<KeptFrame>
     */
    private function shown(array $frames): array
    {
        $shown = array_values(array_filter($frames, fn (KeptFrame $frame): bool => null === $frame->now->asideFrom && !$this->sourceOf($frame)->along));

        return [] === $shown ? $frames : $shown;
    }

    /** By its clock as that is put right. */
    private function after(KeptFrame $frame): HeldSource
    {
        return $this->sourceOf($frame)->putOn($this->seconds[$frame->id] ?? 0);
    }

    private function orderOf(KeptFrame $frame): StandingOrder
    {
        return $this->orders[$this->sourceOf($frame)->intake] ?? StandingOrder::byTheDay();
    }

    private function sourceOf(KeptFrame $frame): HeldSource
    {
        return $frame->source ?? throw new \LogicException("Nothing is known of what frame $frame->id can be named by.");
    }

    /** The same subfolder, in another folder. */
    private static function below(string $to, string $home, string $of): string
    {
        $rest = FoldersFollow::isBelow($home, $of) ? ltrim(substr($home, \strlen($of)), '/') : '';

        return trim("$to/$rest", '/');
    }
}
