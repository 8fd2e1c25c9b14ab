<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** One file at a store whose bytes were read back and found to be those of the source. */
final readonly class ProvenCopy
{
    /**
     * @param string             $path      absolute
     * @param \DateTimeImmutable $provenAt  when it was read back
     * @param bool               $keepsTime whether the drive took the original's modification time
     */
    public function __construct(public string $path, public \DateTimeImmutable $provenAt, public bool $keepsTime = true)
    {
    }

    /** The file that stands at $path already, if it is byte for byte what passed from the source; null if it is not. */
    public static function ofExisting(string $path, SourceFile $source, WrittenFile $written): ?self
    {
        clearstatcache(true, $path);
        if (is_link($path) || !is_file($path) || filesize($path) !== $source->bytes) {
            return null;
        }
        try {
            return Checksum::ofFile($path) === $written->checksum ? new self($path, new \DateTimeImmutable(), filemtime($path) === $source->modifiedAt) : null;
        } catch (CouldNotCopy) {
            return null;
        }
    }
}
