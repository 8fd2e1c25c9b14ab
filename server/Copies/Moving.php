<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Core\Keeping\Spelling;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\CouldNotPublish;
use VelvetLedger\Core\Transfer\LastingFolders;
use VelvetLedger\Core\Transfer\Publisher;
use VelvetLedger\Core\Transfer\PublishesByClaim;
use VelvetLedger\Server\Pace\Slice;
use VelvetLedger\Server\Persistence\Conversions\ConversionRepository;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\Finding;
use VelvetLedger\Server\Persistence\Copies\MoveRepository;
use VelvetLedger\Server\Persistence\Copies\MoveRow;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;

/**
 * Brings copies at one store to the names and folders that their frames have by now, never in another file's place. Whoever
 * asks has the store's copies to himself. Cut off anywhere, it is gone on with: of each copy the ledger says where its bytes
 * were, and what is found at its new place counts only if it has these bytes.
 */
final readonly class Moving
{
    private const AT_ONCE = 100;

    public function __construct(private MoveRepository $moves, private StepRepository $steps, private CopyRepository $copies, private StampQueue $stamps, private ConversionRepository $conversions, private Publisher $publisher, private ReadCopy $read)
    {
    }

    /**
     * @param \Closure(int): mixed $watch what it throws ends it where it is
     *
     * @return array{int, list<string>, bool, bool} copies that are where they are to be; folders that they left or came to, from the store's root; whether the slice was over before all were tried; and whether some could not be, for somebody writes into them just now
     *
     * @throws StoreAbsent where the store leaves; what was moved before is entered
     */
    public function some(OpenStore $store, int $number, \Closure $watch, Slice $slice): array
    {
        [$moved, $folders] = $this->settle($store, $number);
        $waits = false;
        do {
            $came = 0;
            for ($after = 0; [] !== $some = $this->moves->waiting($number, $after, self::AT_ONCE); $after = $some[\count($some) - 1]->step) {
                [$went, $done, $in, $busy] = $this->round($store, $some, $watch);
                $waits = $waits || $busy;
                $came += $went;
                $moved += $done;
                $folders = array_values(array_unique([...$folders, ...$in]));
                if ($slice->isOver()) {
                    return [$moved, $folders, true, $waits];
                }
            }
        } while ($came > 0);

        return [$moved, $folders, false, $waits];
    }

    /**
     * What a run before began and left unsaid.
     *
     * @return array{int, list<string>} as some()
     */
    private function settle(OpenStore $store, int $number): array
    {
        $begun = $this->moves->begun($number);
        $moved = UnfinishedMoves::settle($store, $begun);

        return [] === $begun ? [0, []] : [\count(array_filter(array_column($moved, 'done'))), $this->enter($store, $begun, $moved, [])];
    }

    /**
     * @param list<MoveRow>        $some
     * @param \Closure(int): mixed $watch
     *
     * @return array{int, int, list<string>, bool} copies that went, those of them that are where they are to be, folders, and whether somebody writes into some just now
     */
    private function round(OpenStore $store, array $some, \Closure $watch): array
    {
        $held = $this->holdShoots($some);
        $moved = $because = $left = [];
        $isBusy = false;
        $this->moves->begin($some);
        try {
            $store->spell(array_map(static fn (MoveRow $move): string => OpenStore::folderOf($move->to), $some));
            $busy = $this->conversions->under(array_map(static fn (MoveRow $move): int => $move->copy->file, $some));
            foreach ($some as $move) {
                $watch(0);
                if (!isset($held[$move->copy->shoot]) || isset($busy[$move->copy->file])) {
                    $isBusy = true;
                    continue; // whoever writes into it just now is nearly done
                }
                $isFree = null === $move->blocker || isset($left[$move->blocker]);
                $to = $isFree ? $move->to : $move->beside();
                if (!$isFree && (!$move->blockerLeaves || $to === $move->copy->path)) {
                    $because += $move->blockerLeaves ? [] : [$move->step => "$move->to is the place of another copy"];
                    continue;
                }
                $why = $this->place($store, $move, $to);
                if (null === $why) {
                    $moved[] = ['step' => $move->step, 'copy' => $move->copy->id, 'path' => $to, 'done' => $isFree];
                    $left[$move->copy->id] = true;
                } else {
                    $because[$move->step] = $why;
                }
            }
        } finally {
            try {
                $folders = $this->enter($store, $some, $moved, $because);
            } finally {
                array_map($this->stamps->release(...), array_keys($held));
            }
        }

        return [\count($moved), \count(array_filter(array_column($moved, 'done'))), $folders, $isBusy];
    }

    /**
     * What was moved is entered only if it was moved on the store's own drive.
     *
     * @param list<MoveRow>                                               $some
     * @param list<array{step: int, copy: int, path: string, done: bool}> $moved
     * @param array<int, string>                                          $because
     *
     * @return list<string> folders
     */
    private function enter(OpenStore $store, array $some, array $moved, array $because): array
    {
        $folders = [];
        $byStep = array_column($moved, 'path', 'step');
        foreach ($some as $move) {
            if (isset($byStep[$move->step])) {
                $folders[] = $move->copy->folder();
                $folders[] = OpenStore::folderOf($byStep[$move->step]);
            }
        }
        $folders = array_values(array_unique($folders));
        array_map(static fn (string $folder) => LastingFolders::flush(rtrim($store->path($folder), '/')), $folders);
        $store->confirm();
        $this->moves->moved($moved, array_map(static fn (MoveRow $move): int => $move->step, $some));
        $this->steps->notYet($because);
        $this->doubts($store, $some, $byStep);

        return $folders;
    }

    /**
     * Of copies that were not as they should be before, or of which that was found while they were on their way.
     *
     * @param list<MoveRow>      $some
     * @param array<int, string> $byStep
     */
    private function doubts(OpenStore $store, array $some, array $byStep): void
    {
        $ids = array_map(static fn (MoveRow $move): int => $move->copy->id, array_values(array_filter($some, static fn (MoveRow $move): bool => isset($byStep[$move->step]))));
        $findings = [];
        foreach ($this->copies->all($ids) as $copy) {
            if ($copy->state->isBad()) {
                $findings[] = $this->read->from($store, $copy, static fn (int $bytes) => null);
            }
        }
        $this->copies->enter($findings);
    }

    /** Null where it lies there now, or where there is nothing to lie there; else why not. */
    private function place(OpenStore $store, MoveRow $move, string $to): ?string
    {
        foreach ([$move->copy->folder(), OpenStore::folderOf($to)] as $folder) {
            $out = $store->leadsOut($folder);
            if (null !== $out) {
                return StoreAbsent::leading($out);
            }
        }
        [$from, $target] = [$store->path($move->copy->path), $store->path($to)];
        PublishesByClaim::takeBack($target);
        clearstatcache();
        [$here, $there] = [@lstat($from), @lstat($target)];
        if (false === $here) {
            return $this->withoutSource($store, $move, $target, $there);
        }
        if (!is_file($from) || is_link($from)) {
            return 'what stands there is no regular file';
        }
        if ($store->isOneEntry($move->copy->path, $to)) {
            return self::spell($from, $target, $store->path($move->beside()));
        }
        if (false !== $there && $here['nlink'] > 1 && [$here['dev'], $here['ino']] === [$there['dev'], $there['ino']]) {
            return @unlink($from) ? null : "$from could not be taken away"; // a run before was cut off between its two names
        }
        if (false !== $there) {
            return "another file lies at $to";
        }
        try {
            LastingFolders::make(\dirname($target));
            $this->publisher->publish($from, $target);
        } catch (CouldNotPublish|CouldNotCopy $failure) {
            $store->confirm();

            return $failure->reason();
        }

        return null;
    }

    /**
     * A run before was cut off after it had moved it; or it is not where it was, and is to be mended at its new place.
     *
     * @param array<array-key, int>|false $there
     */
    private function withoutSource(OpenStore $store, MoveRow $move, string $target, array|false $there): ?string
    {
        $store->confirm();
        $lies = !\in_array($move->copy->state, [CopyState::LetGo, CopyState::SetAside], true) && (CopyState::Owed !== $move->copy->state || null !== $move->copy->last);
        if (false === $there) {
            $this->copies->enter($lies && CopyState::Owed !== $move->copy->state ? [Finding::missing($move->copy->id)->whileItMoves()] : []);

            return null;
        }
        try {
            return $lies && is_file($target) && !is_link($target) && \in_array(Checksum::ofFile($target), [$move->checksum(), $move->copy->checksum], true) ? null : "another file lies at $move->to";
        } catch (CouldNotCopy $failure) {
            return $failure->reason();
        }
    }

    /** Where the drive takes both names for one. */
    private static function spell(string $from, string $target, string $beside): ?string
    {
        if (Spelling::isSpelled($target)) {
            return null;
        }

        return @rename($from, $beside) && @rename($beside, $target) ? null : "$from could not be renamed";
    }

    /**
     * Nobody writes stamps into a shoot's files while they move.
     *
     * @param list<MoveRow> $some
     *
     * @return array<int, true> shoots that are ours until they are released
     */
    private function holdShoots(array $some): array
    {
        $held = [];
        foreach (array_unique(array_map(static fn (MoveRow $move): int => $move->copy->shoot, $some)) as $shoot) {
            if (null !== $this->stamps->take($shoot)) {
                $held[$shoot] = true;
            }
        }

        return $held;
    }

    /** Folders that have nothing in them any more but their lists are taken away, and those above them. */
    public static function clearEmpty(OpenStore $store, string $folder): void
    {
        for (; '' !== $folder && @rmdir($store->path($folder)); $folder = OpenStore::folderOf($folder)) {
        }
    }
}
