<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Survival;

/**
 * The table (CSV, RFC 4180) of a shoot's files that lies beside the dumps: what a person needs of them without the ledger, and what a ledger
 * is made anew from where no dump is left. A row a file; what is not known is blank.
 */
final class FrameTable
{
    /** Below a store's root. */
    public const FOLDER = DumpDocument::FOLDER.'/shoots';
    public const ENDING = '.csv';

    /** The same of tables that a ledger would take away, or shorten: what it does not know, another may. */
    public const EARLIER = DumpDocument::FOLDER.'/shoots-before';

    /** What a person looks for comes first; columns are added at the end. */
    public const HEAD = [
        'file', 'path on the card', 'body', 'taken', 'keywords', 'stars', 'label', 'xxh128',
        'decision', 'turned', 'folder', 'bytes', 'made', 'frame', 'name', 'number', 'counted over', 'set aside from',
        'card', 'known as', 'bytes on the card', 'written on the card', 'xxh128 on the card', 'print on the card',
        'day', 'shoot', 'shoot folder', 'kind of work', 'home', 'filed', 'notes',
    ];

    /** Between two keywords, and between a keyword and the one that it stands below. */
    private const NEXT = '; ';
    private const BELOW = ' > ';

    /** @param list<list<string>> $rows each as HEAD */
    public static function text(array $rows): string
    {
        $stream = fopen('php://memory', 'w+');
        \assert(false !== $stream);
        foreach ([self::HEAD, ...$rows] as $row) {
            fputcsv($stream, $row, ',', '"', '', "\r\n");
        }
        rewind($stream);

        return (string) stream_get_contents($stream);
    }

    /** @return list<array<string, string>> by column; those that it does not have, as a table of an earlier version, are blank */
    public static function read(string $text): array
    {
        $stream = fopen('php://memory', 'w+');
        \assert(false !== $stream);
        fwrite($stream, $text);
        rewind($stream);
        $blank = array_fill_keys(self::HEAD, '');
        $head = fgetcsv($stream, escape: '');
        $rows = [];
        while (\is_array($head) && false !== ($row = fgetcsv($stream, escape: ''))) {
            $named = \count($row) === \count($head) ? array_combine(array_map(strval(...), $head), array_map(strval(...), $row)) : [];
            if ('' !== ($named['file'] ?? '') && mb_check_encoding(implode('', $named), 'UTF-8')) { // a line that was cut, or written into, says nothing
                $rows[] = array_intersect_key($named, $blank) + $blank;
            }
        }

        return $rows;
    }

    /** @param list<list<string>> $paths of keywords, each from its outermost parent */
    public static function keywords(array $paths): string
    {
        return implode(self::NEXT, array_map(static fn (array $path): string => implode(self::BELOW, $path), $paths));
    }

    /** @return list<list<string>> */
    public static function keywordsIn(string $text): array
    {
        $paths = array_map(static fn (string $path): array => array_values(array_filter(array_map(trim(...), explode(self::BELOW, $path)), static fn (string $word): bool => '' !== $word)), explode(self::NEXT, $text));

        return array_values(array_filter($paths, static fn (array $path): bool => [] !== $path));
    }
}
