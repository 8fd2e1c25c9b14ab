<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** One file at a store whose bytes were read back and found to be those of the source. */
final readonly class ProvenCopy
{
    /**
     * @param string             $path      absolute
     * @param string             $checksum  XXH128 of all bytes, 32 hexadecimal digits
     * @param string             $print     quick print, see QuickPrint
     * @param \DateTimeImmutable $provenAt  when it was read back
     * @param bool               $keepsTime whether the drive took the original's modification time
     */
    public function __construct(public string $path, public int $bytes, public string $checksum, public string $print, public \DateTimeImmutable $provenAt, public bool $keepsTime = true)
    {
    }

    /**
     * The file that stands at $path already, if it is byte for byte what is at the source; null if it is not.
     *
     * @throws CouldNotCopy
     */
    public static function ofExisting(string $path, SourceFile $source): ?self
    {
        clearstatcache(true, $path);
        if (is_link($path) || !is_file($path) || filesize($path) !== $source->bytes) {
            return null;
        }
        $stream = $source->open();
        $hash = hash_init('xxh128');
        hash_update_stream($hash, $stream);
        $source->confirm($stream);
        $checksum = hash_final($hash);
        if ($checksum !== @hash_file('xxh128', $path)) {
            return null;
        }

        return new self($path, $source->bytes, $checksum, QuickPrint::ofFile($path), new \DateTimeImmutable(), filemtime($path) === $source->modifiedAt);
    }
}
