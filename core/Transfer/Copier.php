<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/**
 * Copies one file so that its final name only ever stands for proven bytes: read once while hashing, written
 * under a temporary name beside its place, flushed to the drive, read back and compared, then published
 * without overwriting anything.
 */
final readonly class Copier
{
    private const CHUNK = 1 << 20;

    public function __construct(private ForgetsCache $cache)
    {
    }

    /**
     * @param string              $source      absolute path; only ever read
     * @param int                 $bytes       size that the card lists for it
     * @param int                 $modifiedAt  Unix seconds, kept by the copy
     * @param string              $destination absolute path of the final name; folders to it are made
     * @param \Closure(int): void $moved       told of bytes as they are written
     *
     * @throws CouldNotCopy    nothing stands under the final name, nothing temporary is left
     * @throws CouldNotPublish the same
     */
    public function copy(string $source, int $bytes, int $modifiedAt, string $destination, \Closure $moved): ProvenCopy
    {
        $temporary = \dirname($destination).'/.'.basename($destination).'.part';
        try {
            $written = $this->write($source, $bytes, $temporary, $moved);
            touch($temporary, $modifiedAt);
            $this->cache->forget($temporary);
            $read = hash_file('xxh128', $temporary);
            if ($read !== $written->checksum) {
                throw CouldNotCopy::readBackDiffers($destination, $written->checksum, (string) $read);
            }
            Publisher::publish($temporary, $destination);
        } catch (\Throwable $failure) {
            @unlink($temporary);
            throw $failure;
        }

        return new ProvenCopy($destination, $bytes, $written->checksum, $written->print, new \DateTimeImmutable());
    }

    /** @param \Closure(int): void $moved */
    private function write(string $source, int $bytes, string $temporary, \Closure $moved): WrittenFile
    {
        error_clear_last();
        $in = @fopen($source, 'r');
        if (false === $in) {
            throw CouldNotCopy::sourceNotOpened($source, SystemReason::last());
        }
        Folders::make(\dirname($temporary));
        @unlink($temporary); // left by a run that was cut off; the name is ours alone
        error_clear_last();
        $out = @fopen($temporary, 'x');
        if (false === $out) {
            throw CouldNotCopy::notWritten($temporary, 0, SystemReason::last());
        }
        $hash = hash_init('xxh128');
        $position = 0;
        $head = $tail = '';
        while ($position < $bytes || !feof($in)) {
            error_clear_last();
            $chunk = @fread($in, self::CHUNK);
            if (false === $chunk || ('' === $chunk && null !== error_get_last())) {
                throw CouldNotCopy::sourceBroke($source, $position, SystemReason::last());
            }
            if ('' === $chunk) {
                break;
            }
            self::writeAll($out, $chunk, $temporary, $position);
            hash_update($hash, $chunk);
            $position += \strlen($chunk);
            $head .= \strlen($head) < QuickPrint::END ? substr($chunk, 0, QuickPrint::END - \strlen($head)) : '';
            $tail = substr($tail.$chunk, -QuickPrint::END);
            $moved(\strlen($chunk));
        }
        if ($position !== $bytes) {
            throw CouldNotCopy::sourceChanged($source, $bytes, $position);
        }
        if (!fflush($out) || !fsync($out)) {
            throw CouldNotCopy::notWritten($temporary, $position, SystemReason::last());
        }
        fclose($out);
        fclose($in);

        return new WrittenFile(hash_final($hash), QuickPrint::of($bytes, $head, $tail));
    }

    /** @param resource $out */
    private static function writeAll(mixed $out, string $chunk, string $path, int $position): void
    {
        for ($done = 0; $done < \strlen($chunk); $done += $count) {
            error_clear_last();
            $count = @fwrite($out, 0 === $done ? $chunk : substr($chunk, $done));
            if (false === $count || 0 === $count) {
                throw CouldNotCopy::notWritten($path, $position + $done, SystemReason::last());
            }
        }
    }
}
