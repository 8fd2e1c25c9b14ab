<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use Doctrine\DBAL\Connection;
use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Core\Survival\FilesBelow;
use VelvetLedger\Core\Survival\FoundShoots;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Names;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Survival\FoundEntries;
use VelvetLedger\Server\Stores\Stores;

/**
 * Holds a restored ledger against the stores that are there: what was renamed or moved after the dump is found again by its bytes, which are
 * read, and is called so from now on; what came after it and stands in a list or table of ours is entered; what nobody told is told by name.
 */
final readonly class SettlesRestored
{
    public const MOST_TOLD = 12;

    public function __construct(private Connection $database, private Stores $stores, private FoundEntries $entries, private EntersFound $enters, private RenamedSince $renamed, private ClockInterface $clock)
    {
    }

    /** @return list<string> what was found, in sentences */
    public function settle(): array
    {
        $said = $unknown = [];
        $roots = $this->stores->roots();
        foreach ($roots as $store => $root) {
            $name = $this->stores->find($store)->name();
            [$whole, $again, $gone, $unknown[$name]] = $this->at($store, $root);
            $this->renamed->follow($root, array_keys($again));
            $said[] = \sprintf('%s: %s where the dump has them.', $name, Count::of($whole, 'file is', 'files are'));
            if ([] !== $again) {
                $said[] = \sprintf('%s: %s under another name since the dump, and found again by what is in %s.', $name, Count::of(\count($again), 'file is', 'files are'), 1 === \count($again) ? 'it' : 'them');
            }
            if ([] !== $gone) {
                $said[] = \sprintf('%s: %s not there: %s. "bin/ledger prove %s --mend" makes them again from good copies.', $name, Count::of(\count($gone), 'file is', 'files are'), self::some($gone), $name);
            }
        }
        $known = $this->entries->known();
        foreach (FoundShoots::at($roots, $known) as $found) {
            $many = \count($found->files);
            array_push($said, \sprintf('%s in "%s" that the dump does not know: the ledger\'s by %s lists, and in it again.', Count::of($many, 'file', 'files'), $found->folder, 1 === $many ? 'its' : 'their'), ...$this->enters->enter($roots, $found));
        }
        foreach ($unknown as $name => $paths) {
            $others = array_values(array_filter($paths, static fn (string $path): bool => !isset($known[$path])));
            if ([] !== $others) {
                $said[] = \sprintf('%s: %s there that neither the dump nor a list knows, and %s: %s.', $name, Count::of(\count($others), 'file lies', 'files lie'), 1 === \count($others) ? 'stays as it is' : 'stay as they are', self::some($others));
            }
        }
        $away = $this->stores->away();
        if ([] !== $away) {
            $said[] = \sprintf('%s not there: "bin/ledger restored" looks through what is there again. What came in after the dump and lies there alone is not held until then: do not format its card.', Names::of($away).(1 === \count($away) ? ' is' : ' are'));
        }

        return $said;
    }

    /**
     * @return array{int, array<int, string>, list<string>, list<string>} files where they were, copies found again elsewhere and their paths, paths that have none, paths that are not known
     */
    private function at(int $store, string $root): array
    {
        $known = $missing = [];
        $whole = 0;
        foreach ($this->database->iterateAssociative('SELECT c.id, c.path, c.state, f.bytes, f.checksum FROM copy c JOIN file f ON f.id = c.file_id WHERE c.store_id = ? AND c.state '.CopyState::LIES_THERE.' ORDER BY c.id', [$store]) as $row) {
            $is = Row::of($row);
            $known[$is->text('path')] = true;
            clearstatcache();
            if (is_file($root.'/'.$is->text('path')) && filesize($root.'/'.$is->text('path')) === $is->int('bytes')) {
                ++$whole;
            } elseif ('set aside' !== $is->text('state')) {
                $missing[$is->int('bytes')][$is->text('checksum')][$is->int('id')] = $is->text('path');
            }
        }
        // What is owed may have come after the dump; it is read before it counts, as whatever is owed.
        $known += array_fill_keys(array_map(Row::word(...), $this->database->fetchFirstColumn("SELECT path FROM copy WHERE store_id = ? AND state = 'owed'", [$store])), true);
        $again = $others = [];
        foreach (FilesBelow::ofAStore($root) as $path) {
            if (isset($known[$path])) {
                continue;
            }
            $bytes = (int) @filesize("$root/$path");
            $checksum = isset($missing[$bytes]) ? self::checksum("$root/$path") : '';
            $copy = array_key_first($missing[$bytes][$checksum] ?? []);
            if (null === $copy) {
                $others[] = $path;
                continue;
            }
            unset($missing[$bytes][$checksum][$copy]);
            $this->database->executeStatement("UPDATE copy SET path = ?, state = 'proven', proven_at = ? WHERE id = ?", [$path, $this->clock->now()->format(\DATE_RFC3339), $copy]);
            $again[$copy] = $path;
        }
        $gone = array_merge([], ...array_map(static fn (array $of): array => array_merge([], ...array_map(array_values(...), array_values($of))), array_values($missing)));

        return [$whole, $again, $gone, $others];
    }

    private static function checksum(string $path): string
    {
        try {
            return Checksum::ofFile($path);
        } catch (CouldNotCopy) {
            return '';
        }
    }

    /** @param list<string> $paths */
    private static function some(array $paths): string
    {
        sort($paths);

        return Names::first($paths, self::MOST_TOLD);
    }
}
