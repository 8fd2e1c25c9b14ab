<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Placing;

use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Names;

/** Where a shoot lies, by what rule, and what may be done about it. */
final readonly class WhereaboutsView
{
    /** "At home on Anvil; also on Bellows. Coffer is owed 12 files of it." */
    public string $inWords;

    /**
     * @param string                 $rule      in words
     * @param string                 $second    why it has no second copies yet; '' where nothing keeps them
     * @param bool                   $keptOnly  what was dropped has no second copy
     * @param list<ShootAtStoreView> $stores    its home first
     * @param list<string>           $archives  where it ends, by name
     * @param string                 $workplace where it is worked on, by name
     */
    public function __construct(public string $rule, public bool $isFiled, public bool $isFinished, public string $second, public bool $keptOnly, public array $stores, public array $archives, public string $workplace)
    {
        $this->inWords = implode(' ', [self::lies($stores), ...array_map(self::toCome(...), array_filter($stores, static fn (ShootAtStoreView $one): bool => $one->owed > 0 || $one->comes)), ...array_map(self::toLeave(...), array_filter($stores, static fn (ShootAtStoreView $one): bool => $one->leaving > 0)), ...'' === $second ? [] : [ucfirst($second).'.']]);
    }

    /** @param list<ShootAtStoreView> $stores */
    private static function lies(array $stores): string
    {
        $named = static fn (ShootAtStoreView $one): string => $one->name.($one->present ? '' : ', which is away');
        $also = array_values(array_filter($stores, static fn (ShootAtStoreView $one): bool => !$one->isHome && $one->proven > 0));
        $home = array_values(array_filter($stores, static fn (ShootAtStoreView $one): bool => $one->isHome));

        return ([] === $home ? 'It has no home' : 'At home on '.$named($home[0])).([] === $also ? '.' : '; also on '.Names::of(array_map($named, $also)).'.');
    }

    private static function toCome(ShootAtStoreView $one): string
    {
        return \sprintf('%s is owed %s of it%s.', $one->name, Count::of($one->owed, 'file'), $one->comes ? ', and is its home when all is there' : '');
    }

    private static function toLeave(ShootAtStoreView $one): string
    {
        return \sprintf('%s to leave %s%s.', Count::of($one->leaving, 'file is', 'files are'), $one->name, '' === $one->because ? '' : ": $one->because");
    }
}
