<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use VelvetLedger\Core\Card\CardIdentity;
use VelvetLedger\Core\Survival\FilesBelow;
use VelvetLedger\Core\Survival\FoundShoots;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Names;
use VelvetLedger\Server\Persistence\Cards\Card;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Persistence\Survival\FoundEntries;
use VelvetLedger\Server\Persistence\Survival\LossRepository;
use VelvetLedger\Server\Persistence\Survival\SignRepository;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/** Makes a ledger anew from what lies at stores, where no dump of it is left: from tables and checksum lists, sidecars, and the files themselves. */
final readonly class Rebuilds
{
    private const NOT_KNOWN = 'What no folder tells is not known any more: albums, standing orders, slips and kept searches, receipts and the day book, and what was let go for good.';

    public function __construct(private LossRepository $losses, private Stores $stores, private FoundEntries $entries, private EntersFound $enters, private SignRepository $signs, private PlacingRepository $places)
    {
    }

    /**
     * @param non-empty-list<string>        $folders of stores; the first becomes the main one
     * @param \Closure(list<string>): mixed $say     told sentences as they are known
     *
     * @throws CouldNotRestore|StoreAbsent
     */
    public function rebuild(array $folders, \Closure $say): void
    {
        $this->refuseToMix();
        $marks = [];
        foreach ($folders as $folder) {
            $mark = is_dir($folder) ? StoreMark::at($folder) : null;
            $marks[] = null === $mark?->uuid ? throw CouldNotRestore::noStore($folder) : $mark;
        }
        $before = [] === $this->stores->all() ? null : $this->stores->ofLedger()->id();
        foreach ($folders as $i => $folder) {
            if (null !== $marks[$i]->sign && $marks[$i]->sign->ledger !== $this->signs->sign()->ledger) {
                $say([\sprintf('%s was written to by another ledger: from now on it is this one\'s, and the other changes nothing there.', $marks[$i]->name)]);
            }
            $this->stores->begin((string) realpath($folder), '' === $marks[$i]->name ? basename($folder) : $marks[$i]->name, 0 === $i ? StoreRole::Main : StoreRole::Mirror);
        }
        if (null !== $before && $before !== $this->stores->ofLedger()->id()) {
            $this->places->moveHomes($before, $this->stores->ofLedger()->id());
        }
        $this->stores->prepare();
        $roots = $this->stores->roots();
        $known = $this->entries->known();
        foreach (FoundShoots::at($roots, $known) as $found) {
            $say($this->enters->enter($roots, $found));
        }
        $say($this->sums($roots, $known));
    }

    /**
     * @param array<int, string>   $roots
     * @param array<string, mixed> $known
     *
     * @return list<string>
     */
    private function sums(array $roots, array $known): array
    {
        $said = [];
        foreach ($roots as $store => $root) {
            $name = $this->stores->find($store)->name();
            $others = [];
            foreach (FilesBelow::ofAStore($root) as $path) {
                if (!isset($known[$path])) {
                    $others[] = $path;
                }
            }
            $sum = $this->entries->at($store);
            $said[] = \sprintf('%s: %s of %s in %s, read just now.', $name, Count::of($sum['good'], 'proven copy', 'proven copies'), Count::of($sum['frames'], 'frame'), Count::of($sum['shoots'], 'shoot'));
            if ($sum['bad'] > 0) {
                $said[] = \sprintf('%s: %s not what the lists say; "bin/ledger prove %s --mend" makes them again where a good copy is left.', $name, Count::of($sum['bad'], 'file is', 'files are'), $name);
            }
            if ([] !== $others) {
                $said[] = \sprintf('%s: %s in no list or table of the ledger, and %s: %s. What is a picture of yours can be brought in from there as from a card.', $name, Count::of(\count($others), 'file lies there', 'files lie there'), 1 === \count($others) ? 'stays as it is' : 'stay as they are', Names::first($others, SettlesRestored::MOST_TOLD));
            }
        }

        return [...$said, self::NOT_KNOWN];
    }

    /** What another ledger knows is not to be mixed with what is only found. */
    private function refuseToMix(): void
    {
        if (!$this->entries->isMadeAnew(CardIdentity::VOLUME.Card::FOLDERS)) {
            throw CouldNotRestore::hasFrames($this->losses->frames());
        }
    }
}
