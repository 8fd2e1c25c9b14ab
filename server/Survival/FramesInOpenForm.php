<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Survival\FrameTable;
use VelvetLedger\Core\Transfer\ChecksumList;
use VelvetLedger\Server\Persistence\Survival\OpenFormRepository;

/** Beside the dumps at a store: for each shoot a table of its frames (CSV, RFC 4180), to be read by anybody without us. Only what changed is written. */
final readonly class FramesInOpenForm
{
    /** Shoots that are read at a time. */
    private const AT_ONCE = 40;

    public function __construct(private OpenFormRepository $frames)
    {
    }

    /**
     * @param list<string> $roots of stores that are there
     *
     * @return list<string> where tables could not be written
     */
    public function write(array $roots): array
    {
        $shoots = $this->frames->shoots();
        $words = $this->frames->words();
        $failed = [];
        foreach ([] === $roots ? [] : array_chunk($shoots, self::AT_ONCE, true) as $some) {
            foreach ($this->frames->rows(array_keys($some), $words) as $shoot => $rows) {
                $text = FrameTable::text($rows);
                foreach ($roots as $root) {
                    $path = $root.'/'.FrameTable::FOLDER.'/'.self::name($some[$shoot]);
                    if (!self::put($path, $text)) {
                        $failed[] = $path;
                    }
                }
            }
        }
        foreach ($roots as $root) {
            self::clear($root.'/'.FrameTable::FOLDER, '', array_flip(array_map(self::name(...), $shoots)));
        }

        return $failed;
    }

    /** @param string $folder of a shoot; '' of one that lies in its store's root */
    private static function name(string $folder): string
    {
        return ('' === $folder ? 'here' : $folder).FrameTable::ENDING;
    }

    private static function put(string $path, string $text): bool
    {
        if (substr_count((string) @file_get_contents($path), "\n") > substr_count($text, "\n")) {
            self::keep($path);
        }

        return (is_dir(\dirname($path)) || @mkdir(\dirname($path), 0o777, true) || is_dir(\dirname($path))) && ChecksumList::put($path, $text);
    }

    /** A table that says what this ledger does not: a drive may have come from one that knew more. */
    private static function keep(string $path): void
    {
        $to = str_replace('/'.FrameTable::FOLDER.'/', '/'.FrameTable::EARLIER.'/', $path);
        if (is_dir(\dirname($to)) || @mkdir(\dirname($to), 0o777, true)) {
            @rename($path, $to);
        }
    }

    /**
     * Tables of shoots that are called otherwise by now, or are no more.
     *
     * @param array<string, int> $kept paths as keys
     */
    private static function clear(string $folder, string $below, array $kept): void
    {
        foreach (FolderNames::in("$folder/$below") as $name) {
            $path = '' === $below ? $name : "$below/$name";
            if (is_dir("$folder/$path") && !is_link("$folder/$path")) {
                self::clear($folder, $path, $kept);
                @rmdir("$folder/$path"); // where nothing is left in it
            } elseif (str_ends_with($name, FrameTable::ENDING) && !isset($kept[$path])) {
                self::keep("$folder/$path");
            }
        }
    }
}
