<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use Doctrine\DBAL\Connection;
use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Survival\DumpDocument;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Names;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Stores\Stores;

/**
 * Holds a restored ledger against the stores that are there: what was renamed or moved after the dump is found again by its bytes, which are
 * read; what came after it is told by name, and stays where it is.
 */
final readonly class SettlesRestored
{
    private const MOST_TOLD = 12;

    /** What lies beside frames and is made by the ledger. */
    private const OURS = '/^(?:\.|checksums\.(?:xxh128|sha256)$)/';

    public function __construct(private Connection $database, private Stores $stores, private ClockInterface $clock)
    {
    }

    /** @return list<string> what was found, in sentences */
    public function settle(): array
    {
        $said = [];
        foreach ($this->stores->roots() as $store => $root) {
            $name = $this->stores->find($store)->name();
            [$whole, $again, $gone, $others] = $this->at($store, $root);
            $said[] = \sprintf('%s: %s where the dump has them.', $name, Count::of($whole, 'file is', 'files are'));
            if ($again > 0) {
                $said[] = \sprintf('%s: %s under another name since the dump, and found again by what is in %s.', $name, Count::of($again, 'file is', 'files are'), 1 === $again ? 'it' : 'them');
            }
            if ([] !== $gone) {
                $said[] = \sprintf('%s: %s not there: %s. "bin/ledger prove %s --mend" makes them again from good copies.', $name, Count::of(\count($gone), 'file is', 'files are'), self::some($gone), $name);
            }
            if ([] !== $others) {
                $said[] = \sprintf('%s: %s there that the dump does not know, and %s: %s. What came in after the dump is not held: do not format its card.', $name, Count::of(\count($others), 'file lies', 'files lie'), 1 === \count($others) ? 'stays as it is' : 'stay as they are', self::some($others));
            }
        }
        $away = $this->stores->away();
        if ([] !== $away) {
            $said[] = \sprintf('%s not there: "bin/ledger restored" looks through what is there again.', Names::of($away).(1 === \count($away) ? ' is' : ' are'));
        }

        return $said;
    }

    /**
     * @return array{int, int, list<string>, list<string>} files where they were, files found again elsewhere, paths that have none, paths that are not known
     */
    private function at(int $store, string $root): array
    {
        $known = $missing = [];
        $whole = 0;
        foreach ($this->database->iterateAssociative("SELECT c.id, c.path, c.state, f.bytes, f.checksum FROM copy c JOIN file f ON f.id = c.file_id WHERE c.store_id = ? AND c.state NOT IN ('owed', 'let go', 'left') ORDER BY c.id", [$store]) as $row) {
            $is = Row::of($row);
            $known[$is->text('path')] = true;
            clearstatcache();
            if (is_file($root.'/'.$is->text('path')) && filesize($root.'/'.$is->text('path')) === $is->int('bytes')) {
                ++$whole;
            } elseif ('set aside' !== $is->text('state')) {
                $missing[$is->int('bytes')][$is->text('checksum')][$is->int('id')] = $is->text('path');
            }
        }
        $again = 0;
        $others = [];
        foreach (self::files($root, '') as $path) {
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
            ++$again;
        }
        $gone = array_merge([], ...array_map(static fn (array $of): array => array_merge([], ...array_map(array_values(...), array_values($of))), array_values($missing)));

        return [$whole, $again, $gone, $others];
    }

    /** @return iterable<string> from the root, of a folder and those below it, but for the ledger's own */
    private static function files(string $root, string $folder): iterable
    {
        foreach (FolderNames::in("$root/$folder") as $name) {
            $path = '' === $folder ? $name : "$folder/$name";
            if (1 === preg_match(self::OURS, $name) || DumpDocument::FOLDER === $path || is_link("$root/$path")) {
                continue;
            }
            if (is_dir("$root/$path")) {
                yield from self::files($root, $path);
            } elseif (is_file("$root/$path")) {
                yield $path;
            }
        }
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
        $more = \count($paths) - self::MOST_TOLD;

        return implode(', ', \array_slice($paths, 0, self::MOST_TOLD)).($more > 0 ? " and $more more" : '');
    }
}
