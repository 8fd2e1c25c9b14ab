<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Naming\NamePattern;
use VelvetLedger\Core\Naming\NamesInOrder;
use VelvetLedger\Core\Shoot\CaptureOrder;

/** Names made anew for frames that are held, in order of capture over all bodies, as an intake makes them: all files of a frame share one, and none is another's. */
final class NamesAnew
{
    /** @var array<string, TakenNames> by folder */
    private array $taken = [];

    /** @var array<string, array<array-key, true>> folder => keys of the stems that were given there */
    private array $given = [];

    /**
     * @param \Closure(string): list<string> $names  names in a folder that stay there
     * @param array<array-key, true>         $around keys of the stems that are given in shoots of these days, and stay so
     */
    public function __construct(private readonly \Closure $names, private readonly array $around)
    {
    }

    /**
     * @param list<KeptFrame>    $frames
     * @param array<int, Wanted> $wanted by frame, with the folders that they are to lie in
     * @param int|null           $from   the first number; null for that of the pattern
     *
     * @return array<int, Wanted>
     */
    public function byPattern(array $frames, array $wanted, NamePattern $pattern, ShootKept $shoot, ?int $from): array
    {
        $frames = self::inOrder($frames);
        $sources = array_map(static fn (KeptFrame $frame) => self::sourceOf($frame)->inName($shoot, $frame->now->stem), $frames);
        $folders = array_map(static fn (KeptFrame $frame): string => $wanted[$frame->id]->folder, $frames);
        $take = fn (int $i, string $stem, ?int $number): ?string => $this->take($frames[$i], $folders[$i], $stem);
        $sequence = $pattern->sequence;
        $first = $from ?? $sequence->start ?? 1;
        $given = null === $sequence ? NamesInOrder::withoutNumbers($pattern, $sources, $folders, $take) : NamesInOrder::numbered($pattern, $sources, $first, $sequence->digitsFor($first, \count($frames)), $take);
        foreach ($frames as $i => $frame) {
            [$stem, $number] = $given->names[$i];
            $wanted[$frame->id] = $wanted[$frame->id]->called($stem)->standing(($wanted[$frame->id]->standing ?? $frame->now->standing)?->numbered($number, null === $number ? null : $sequence?->scope));
        }

        return $wanted;
    }

    /**
     * Each as it is told, and told apart where two would be called the same.
     *
     * @param list<KeptFrame>             $frames
     * @param array<int, Wanted>          $wanted
     * @param \Closure(KeptFrame): string $stem
     *
     * @return array<int, Wanted>
     */
    public function each(array $frames, array $wanted, \Closure $stem): array
    {
        $frames = self::inOrder($frames);
        $folders = array_map(static fn (KeptFrame $frame): string => $wanted[$frame->id]->folder, $frames);
        $given = NamesInOrder::toldApart(array_map($stem, $frames), $folders, fn (int $i, string $called, ?int $number): ?string => $this->take($frames[$i], $folders[$i], $called));
        foreach ($frames as $i => $frame) {
            $wanted[$frame->id] = $wanted[$frame->id]->called($given->names[$i][0]);
        }

        return $wanted;
    }

    private function take(KeptFrame $frame, string $folder, string $stem): ?string
    {
        $this->taken[$folder] ??= new TakenNames(($this->names)($folder));
        if (null !== $this->taken[$folder]->by($stem, $frame)) {
            return 'taken';
        }
        $keys = array_values(array_unique(array_map(static fn (string $ending): string => Wanted::stemKey($stem.$ending), ['', ...$frame->endings])));
        foreach ($keys as $key) {
            if (isset($this->given[$folder][$key]) || isset($this->around[$key])) {
                return 'given';
            }
        }
        foreach ($keys as $key) {
            $this->given[$folder][$key] = true;
        }

        return null;
    }

    /**
     * @param list<KeptFrame> $frames
     *
     * @return list<KeptFrame>
     */
    public static function inOrder(array $frames): array
    {
        $sources = array_map(self::sourceOf(...), $frames);

        return array_map(static fn (int $place): KeptFrame => $frames[$place], CaptureOrder::places(array_column($sources, 'taken'), array_map(static fn (HeldSource $source): string => "$source->cardFolders/$source->originalName", $sources)));
    }

    private static function sourceOf(KeptFrame $frame): HeldSource
    {
        return $frame->source ?? throw new \LogicException("Nothing is known of what frame $frame->id can be named by.");
    }
}
