<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** One file to be copied to one or more stores at once: from where, and to which places. */
final readonly class CopyOrder
{
    private const MARK = '/\.(\d+)-(\d+)\.part$/';

    /**
     * @param int                $name     that its outcome is told by
     * @param array<int, Target> $targets  store => where; without the first none counts
     * @param Care               $care     what is done beyond reading once and reading the copies back
     * @param list<string>|null  $replaces XXH128 of files that it may take the place of; null where a taken name is no one's to take
     */
    private function __construct(public int $name, public SourceFile $source, public array $targets, public Care $care, public ?array $replaces = null)
    {
    }

    /**
     * The same, where an earlier state of the file may stand under its name: one of these, and no other, is replaced.
     *
     * @param list<string> $checksums XXH128
     */
    public function replacing(array $checksums): self
    {
        return new self($this->name, $this->source, $this->targets, $this->care, $checksums);
    }

    /**
     * @param array<int, string> $destinations store => absolute path, the main one first; folders to it are made
     * @param int                $intake       on whose account, and
     * @param int                $run          in which of its runs: two runs never write to one temporary file
     */
    public static function of(int $name, SourceFile $source, array $destinations, int $intake = 0, int $run = 0, Care $care = new Care()): self
    {
        return new self($name, $source, array_map(static fn (string $to): Target => Target::at($to, "$intake-$run"), $destinations), $care);
    }

    /**
     * Whether a file's name is that of a temporary one, and of which intake and run.
     *
     * @return array{int, int}|null intake, run
     */
    public static function leftBy(string $name): ?array
    {
        return str_starts_with($name, '.') && 1 === preg_match(self::MARK, $name, $found) ? [(int) $found[1], (int) $found[2]] : null;
    }
}
