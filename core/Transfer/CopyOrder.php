<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** One file to be copied to one or more stores at once: from where, and to which places. */
final readonly class CopyOrder
{
    /**
     * @param int                $name     that its outcome is told by
     * @param array<int, Target> $targets  store => where; without the first none counts
     * @param Care               $care     what is done beyond reading once and reading the copies back
     * @param list<string>|null  $replaces XXH128 of files that it may take the place of; null where a taken name is no one's to take
     * @param int|null           $after    the order that it goes with: both are settled at once, and it gets its name only where that one got its own
     */
    private function __construct(public int $name, public SourceFile $source, public array $targets, public Care $care, public ?array $replaces = null, public ?int $after = null)
    {
    }

    /**
     * The same, where an earlier state of the file may stand under its name: one of these, and no other, is replaced.
     *
     * @param list<string> $checksums XXH128
     */
    public function replacing(array $checksums): self
    {
        return new self($this->name, $this->source, $this->targets, $this->care, $checksums, $this->after);
    }

    /** The same, of a file that goes with another that is under way, and begins after it. */
    public function after(int $name): self
    {
        return new self($this->name, $this->source, $this->targets, $this->care, $this->replaces, $name);
    }

    /**
     * @param array<int, string> $destinations store => absolute path, the main one first; folders to it are made
     * @param WriterMark         $mark         whose the temporary files are
     */
    public static function of(int $name, SourceFile $source, array $destinations, WriterMark $mark, Care $care = new Care()): self
    {
        return new self($name, $source, array_map(static fn (string $to): Target => Target::at($to, $mark), $destinations), $care);
    }

    /** The store that a file of it lies at; Timings::CARD for its source. */
    public function storeOf(string $path): int
    {
        foreach ($this->targets as $store => $target) {
            if ($target->temporary === $path) {
                return $store;
            }
        }

        return Timings::CARD;
    }
}
