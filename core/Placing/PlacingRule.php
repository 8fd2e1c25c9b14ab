<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Placing;

use VelvetLedger\Core\Order\SecondCopy;
use VelvetLedger\Core\Words\Names;

/** Where some work lands, what mirrors that, and where it ends: stores, by their numbers. */
final readonly class PlacingRule
{
    /**
     * @param int|null     $id       null for that of all work which no other rule takes
     * @param int          $main     where it lands
     * @param list<int>    $mirrors  which have the same copies, as long as it is there
     * @param list<int>    $archives where finished work ends: the first is its home then, the others mirror it; none where it stays
     * @param BesideWanted $beside   what else is kept that lies in a shoot's folder
     */
    private function __construct(public ?int $id, public WhichWork $which, public int $main, public array $mirrors, public array $archives, public BesideWanted $beside)
    {
    }

    /**
     * @param list<int> $mirrors
     * @param list<int> $archives
     */
    public static function ofAll(int $main, array $mirrors, array $archives, BesideWanted $beside): self
    {
        return new self(null, WhichWork::all(), $main, array_values(array_diff($mirrors, [$main])), array_values(array_diff($archives, [$main])), $beside);
    }

    /**
     * @param list<int> $mirrors
     * @param list<int> $archives
     *
     * @throws CouldNotPlace
     */
    public static function of(?int $id, WhichWork $which, int $main, array $mirrors, array $archives, ?BesideWanted $beside = null): self
    {
        if ([$main, ...$mirrors, ...$archives] !== array_unique([$main, ...$mirrors, ...$archives])) {
            throw CouldNotPlace::storeTwice();
        }

        return new self($id, $which, $main, $mirrors, $archives, $beside ?? BesideWanted::all());
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
        return ($isAlone ? 'All work' : $this->which->inWords()).' lands on '.self::named([$this->main], $names)
            .([] === $this->mirrors ? ', is mirrored nowhere' : ', is mirrored on '.self::named($this->mirrors, $names))
            .([] === $this->archives ? ' and stays there.' : ' and ends on '.self::named($this->archives, $names).'.').' '.$this->beside->inWords();
    }

    /**
     * @param list<int>          $stores
     * @param array<int, string> $names
     */
    private static function named(array $stores, array $names): string
    {
        return Names::of(array_map(static fn (int $store): string => $names[$store] ?? 'a store that is used no more', $stores));
    }
}
