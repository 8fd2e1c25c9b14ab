<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** XXH128 (the xxHash specification) of a file's bytes as 32 hexadecimal digits, read in pieces of 1 MiB, whatever its size. */
final class Checksum
{
    public const PIECE = 1 << 20;

    /** @throws CouldNotCopy */
    public static function ofFile(string $path): string
    {
        error_clear_last();
        $file = @fopen($path, 'rn');
        if (false === $file) {
            throw CouldNotCopy::sourceNotOpened($path, SystemReason::last());
        }
        try {
            return self::ofStream($file);
        } finally {
            fclose($file);
        }
    }

    /**
     * From where the stream stands to its end.
     *
     * @param resource                    $stream
     * @param (\Closure(int): mixed)|null $read   told of bytes as they are read
     *
     * @throws CouldNotCopy
     */
    public static function ofStream(mixed $stream, ?\Closure $read = null): string
    {
        stream_set_blocking($stream, true);
        stream_set_read_buffer($stream, 0); // PHP would read 8 kB at a time
        $hash = hash_init('xxh128');
        for ($position = 0;; $position += \strlen($piece)) {
            error_clear_last();
            $piece = @fread($stream, self::PIECE);
            if (false === $piece || ('' === $piece && null !== error_get_last())) {
                throw CouldNotCopy::sourceBroke(stream_get_meta_data($stream)['uri'] ?? '', $position, SystemReason::last());
            }
            if ('' === $piece) {
                return hash_final($hash);
            }
            hash_update($hash, $piece);
            if (null !== $read) {
                $read(\strlen($piece));
            }
        }
    }
}
