<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** Files on a card that are neither still nor clip and go with none, and can be brought along as they are; each by itself. */
final class LooseFiles
{
    /**
     * @param list<CardFile> $others files that belong to no frame
     *
     * @return array{list<ReadFrame>, list<CardFile>} those that can come along, and those that cannot
     */
    public static function among(array $others): array
    {
        $loose = $stay = [];
        foreach ($others as $file) {
            if (self::canCome($file)) {
                $loose[] = ReadFrame::clip(new Frame([$file], $file->name()));
            } else {
                $stay[] = $file;
            }
        }

        return [$loose, $stay];
    }

    /** Not an empty one, and none of the books that a computer keeps on a volume. */
    public static function canCome(CardFile $file): bool
    {
        return $file->bytes > 0 && !$file->kind->isClip() && !(Kind::System === $file->kind && Kind::isOfAComputer($file->path));
    }
}
