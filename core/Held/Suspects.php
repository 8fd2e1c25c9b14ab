<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\ReadFrame;

/** Which files of a card may stand elsewhere too, told by their sizes alone; only these need their prints read. */
final class Suspects
{
    /**
     * @param list<ReadFrame>  $frames
     * @param array<int, true> $sizesElsewhere sizes in bytes that occur in the ledger or on another card
     *
     * @return list<CardFile>
     */
    public static function among(array $frames, array $sizesElsewhere): array
    {
        $files = [];
        foreach ($frames as $frame) {
            array_push($files, ...$frame->frame->files);
        }
        $counts = array_count_values(array_map(static fn (CardFile $file): int => $file->bytes, $files));

        return array_values(array_filter($files, static fn (CardFile $file): bool => isset($sizesElsewhere[$file->bytes]) || $counts[$file->bytes] > 1));
    }
}
