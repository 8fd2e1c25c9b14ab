<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Placing;

use VelvetLedger\Core\Order\SecondCopy;
use VelvetLedger\Core\Words\Names;

/** Where some work lands, what mirrors that, and where it ends: stores, by their numbers. */
final readonly class PlacingRule
{
    /**
     * @param int|null  $id       null for that of all work which no other rule takes
     * @param string    $kind     of work; '' for any
     * @param string    $order    a standing order's name; '' for any
     * @param int|null  $fromYear null for no bound
     * @param int|null  $toYear   the last one; null for no bound
     * @param int       $main     where it lands
     * @param list<int> $mirrors  which have the same copies, as long as it is there
     * @param list<int> $archives where finished work ends: the first is its home then, the others mirror it; none where it stays
     */
    private function __construct(public ?int $id, public string $kind, public string $order, public ?int $fromYear, public ?int $toYear, public int $main, public array $mirrors, public array $archives)
    {
    }

    /**
     * @param list<int> $mirrors
     * @param list<int> $archives
     */
    public static function ofAll(int $main, array $mirrors, array $archives): self
    {
        return new self(null, '', '', null, null, $main, array_values(array_diff($mirrors, [$main])), array_values(array_diff($archives, [$main])));
    }

    /**
     * @param list<int> $mirrors
     * @param list<int> $archives
     *
     * @throws CouldNotPlace
     */
    public static function of(?int $id, string $kind, string $order, ?int $fromYear, ?int $toYear, int $main, array $mirrors, array $archives): self
    {
        if ('' === $kind && '' === $order && null === $fromYear && null === $toYear) {
            throw CouldNotPlace::ofAnything();
        }
        if (null !== $fromYear && null !== $toYear && $toYear < $fromYear) {
            throw CouldNotPlace::yearsTurned($fromYear, $toYear);
        }
        if (\in_array($main, [...$mirrors, ...$archives], true) || [] !== array_intersect($mirrors, $archives) || [...$mirrors, ...$archives] !== array_unique([...$mirrors, ...$archives])) {
            throw CouldNotPlace::storeTwice();
        }

        return new self($id, $kind, $order, $fromYear, $toYear, $main, $mirrors, $archives);
    }

    public function takes(PlacedWork $work): bool
    {
        return ('' === $this->kind || mb_strtolower($this->kind) === mb_strtolower($work->kind))
            && ('' === $this->order || $this->order === $work->order)
            && (null === $this->fromYear || $work->year >= $this->fromYear)
            && (null === $this->toYear || $work->year <= $this->toYear);
    }

    /** @return list<int> every store that it names */
    public function stores(): array
    {
        return array_values(array_unique([$this->main, ...$this->mirrors, ...$this->archives]));
    }

    /**
     * Stores that a shoot is to have copies at.
     *
     * @return array<int, bool> store => whether what was dropped is left out there
     */
    public function wanted(Whereabouts $shoot): array
    {
        $isWorkedOn = null === $shoot->home || !$shoot->isFiled || !\in_array($shoot->home, $this->archives, true) || null !== $shoot->comesTo;

        return array_fill_keys([...null === $shoot->home ? [] : [$shoot->home], ...null === $shoot->comesTo ? [] : [$shoot->comesTo], ...$shoot->isFiled ? $this->archives : []], false)
            + array_fill_keys($isWorkedOn && $shoot->isMirrored() ? $this->mirrors : [], SecondCopy::KeptAfterLook === $shoot->second);
    }

    /**
     * "Work of the kind “weddings” of 2026 lands on Anvil, is mirrored on Bellows and ends on Coffer and Chest.".
     *
     * @param array<int, string> $names   of stores
     * @param bool               $isAlone no other rule takes any
     */
    public function inWords(array $names, bool $isAlone = false): string
    {
        return ($isAlone ? 'All work' : $this->work()).' lands on '.self::named([$this->main], $names)
            .([] === $this->mirrors ? ', is mirrored nowhere' : ', is mirrored on '.self::named($this->mirrors, $names))
            .([] === $this->archives ? ' and stays there.' : ' and ends on '.self::named($this->archives, $names).'.');
    }

    /**
     * @param list<int>          $stores
     * @param array<int, string> $names
     */
    private static function named(array $stores, array $names): string
    {
        return Names::of(array_map(static fn (int $store): string => $names[$store] ?? 'a store that is used no more', $stores));
    }

    /** The work that it is about: "Work of the kind “weddings” of 2024 to 2026". */
    public function work(): string
    {
        $years = match (true) {
            null === $this->fromYear && null === $this->toYear => '',
            $this->fromYear === $this->toYear => " of $this->fromYear",
            null === $this->fromYear => " until $this->toYear",
            null === $this->toYear => " since $this->fromYear",
            default => " of $this->fromYear to $this->toYear",
        };
        $what = ('' === $this->kind ? 'Work' : "Work of the kind “{$this->kind}”").('' === $this->order ? '' : " by the order “{$this->order}”").$years;

        return null === $this->fromYear && null === $this->toYear && '' === $this->kind.$this->order ? 'All other work' : $what;
    }
}
