<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** One file to be copied: from where, under which final name, and the temporary one until it is proven. */
final readonly class CopyOrder
{
    private const MARK = '/\.(\d+)-(\d+)\.part$/';

    private function __construct(public SourceFile $source, public string $destination, public string $temporary)
    {
    }

    /**
     * @param string $destination absolute; folders to it are made
     * @param int    $intake      on whose account, and
     * @param int    $run         in which of its runs: two runs never write to one temporary file
     */
    public static function of(SourceFile $source, string $destination, int $intake = 0, int $run = 0): self
    {
        return new self($source, $destination, \dirname($destination).'/.'.basename($destination).".$intake-$run.part");
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
