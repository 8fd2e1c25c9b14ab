<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Survival;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\FrameGrouping;

/** A shoot that the folders of stores tell of, and those of its files that a ledger does not know. */
final readonly class FoundShoot
{
    /**
     * @param string                    $folder from the store's root
     * @param string|null               $date   "2026-05-04"; null where neither table nor folder says it
     * @param non-empty-list<FoundFile> $files
     */
    private function __construct(public string $folder, public ?string $date, public string $description, public array $files)
    {
    }

    /** @param non-empty-list<FoundFile> $files of one table */
    public static function ofTable(array $files): self
    {
        $date = $files[0]->says('day');

        return new self($files[0]->says('shoot folder'), self::isDate($date) ? $date : null, $files[0]->says('shoot'), $files);
    }

    /**
     * By what its folder is called: a date and a description, in this order, or only one of them.
     *
     * @param non-empty-list<FoundFile> $files
     */
    public static function ofFolder(string $folder, array $files): self
    {
        $name = basename($folder);
        $dated = 1 === preg_match('/^((?:19|20)\d\d)-?(\d\d)-?(\d\d)(?:[ _.-]+(.*))?$/u', $name, $part) && checkdate((int) $part[2], (int) $part[3], (int) $part[1]);

        return new self($folder, $dated ? "$part[1]-$part[2]-$part[3]" : null, $dated ? trim($part[4] ?? '') : $name, $files);
    }

    /** What a table's first row says of all of it. */
    public function says(string $column): string
    {
        return $this->files[0]->says($column);
    }

    /**
     * Its files by frame: as the table tells, else by their names.
     *
     * @return list<non-empty-list<FoundFile>> the files of a frame, in the order that they are told in
     */
    public function frames(): array
    {
        $frames = $loose = [];
        foreach ($this->files as $file) {
            if ('' === $file->says('frame')) {
                $loose[$file->path] = $file;
            } else {
                $frames[$file->says('frame')][] = $file;
            }
        }
        $byNames = FrameGrouping::of(array_map(static fn (FoundFile $file): CardFile => new CardFile($file->path, 0, 0), array_values($loose)));
        foreach ([...array_map(static fn (Frame $frame): array => $frame->files, $byNames->frames), ...array_map(static fn (CardFile $other): array => [$other], $byNames->others)] as $files) {
            $frames[] = array_map(static fn (CardFile $file): FoundFile => $loose[$file->path], $files);
        }

        return array_values($frames);
    }

    private static function isDate(string $text): bool
    {
        return 1 === preg_match('/^(\d{4})-(\d\d)-(\d\d)$/', $text, $part) && checkdate((int) $part[2], (int) $part[3], (int) $part[1]);
    }
}
