<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** One file at a store whose bytes were read back and found to be those of the source. */
final readonly class ProvenCopy
{
    /**
     * @param string             $path     absolute
     * @param string             $checksum XXH128 of all bytes, 32 hexadecimal digits
     * @param string             $print    quick print, see QuickPrint
     * @param \DateTimeImmutable $provenAt when it was read back
     */
    public function __construct(public string $path, public int $bytes, public string $checksum, public string $print, public \DateTimeImmutable $provenAt)
    {
    }

    /** The file that stands at $path already, if it is byte for byte the one at $source; null if it is not. */
    public static function ofExisting(string $path, string $source): ?self
    {
        $checksum = @hash_file('xxh128', $path);
        if (false === $checksum || $checksum !== @hash_file('xxh128', $source)) {
            return null;
        }

        return new self($path, (int) filesize($path), $checksum, QuickPrint::ofFile($path), new \DateTimeImmutable());
    }
}
