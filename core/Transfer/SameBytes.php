<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** Compares a file on a card with a copy, byte for byte. */
final class SameBytes
{
    /** @throws CouldNotCopy where the card's file is not what it was, or cannot be read */
    public static function are(SourceFile $source, string $copy): bool
    {
        $one = $source->open();
        $other = is_link($copy) ? false : @fopen($copy, 'rn');
        if (false === $other) {
            return false;
        }
        stream_set_blocking($other, true);
        try {
            do {
                $piece = self::piece($one);
                if ($piece !== self::piece($other)) {
                    return false;
                }
            } while ('' !== $piece);
            $source->confirm($one);

            return true;
        } finally {
            fclose($one);
            fclose($other);
        }
    }

    /** @param resource $stream */
    private static function piece(mixed $stream): string
    {
        $piece = '';
        while (\strlen($piece) < Checksum::PIECE && '' !== $more = (string) @fread($stream, max(1, Checksum::PIECE - \strlen($piece)))) {
            $piece .= $more;
        }

        return $piece;
    }
}
