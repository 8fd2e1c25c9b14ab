<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Placing;

use VelvetLedger\Core\Order\SecondCopy;
use VelvetLedger\Core\Placing\PlacingRule;
use VelvetLedger\Core\Placing\Whereabouts;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Names;

/** Where a shoot lies, by what rule, and what may be done about it. */
final readonly class WhereaboutsView
{
    /** "At home on Anvil; also on Bellows. Coffer is owed 12 files of it." */
    public string $inWords;

    public bool $isFiled;

    /** A mirror of its rule has nothing of it, though nothing keeps it from that. */
    public bool $lacksMirror;

    /** Why it has no second copies yet; '' where nothing keeps them. */
    public string $second;

    /** What was dropped has no second copy. */
    public bool $keptOnly;

    /** In words. */
    public string $rule;

    /** @var list<string> where it ends, by name */
    public array $archives;

    /** Where it is worked on, by name. */
    public string $workplace;

    /**
     * @param PlacingRule            $by      its rule
     * @param array<int, string>     $names   of stores
     * @param bool                   $isAlone no other rule takes any work
     * @param list<ShootAtStoreView> $stores  its home first
     * @param string                 $beside  what else lies in its folder, and what of that is to be copied where, in sentences; '' for nothing
     * @param list<TreeView>         $trees   folders that it has in trees of later stages
     */
    public function __construct(Whereabouts $place, PlacingRule $by, array $names, bool $isAlone, public bool $isFinished, public array $stores, public string $beside, public array $trees)
    {
        $this->rule = $by->inWords($names, $isAlone);
        $this->archives = array_map(static fn (int $store): string => $names[$store] ?? '', $by->archives);
        $this->workplace = $names[$by->main] ?? '';
        $this->lacksMirror = $place->isMirrored() && !($place->isFiled && \in_array($place->home, $by->archives, true)) && [] !== array_diff($by->mirrors, array_map(static fn (ShootAtStoreView $one): int => $one->id, $stores));
        $this->isFiled = $place->isFiled;
        $this->second = $second = $place->isMirrored() ? '' : $place->second->inWords();
        $this->keptOnly = SecondCopy::KeptAfterLook === $place->second && $place->isAskedFor;
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
