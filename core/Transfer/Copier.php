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

    public function __construct(private ForgetsCache $cache, private Publisher $publisher)
    {
    }

    /**
     * @param \Closure(int): mixed $moved told of bytes as they are written; what it throws ends the copy, and nothing is left of it
     *
     * @throws CouldNotCopy    nothing stands under the final name, nothing temporary is left
     * @throws CouldNotPublish the same
     */
    public function copy(CopyOrder $order, \Closure $moved): ProvenCopy
    {
        $temporary = $order->temporary;
        try {
            $written = $this->write($order->source, $temporary, $moved);
            if (null !== $order->source->print && $written->print !== $order->source->print) {
                throw CouldNotCopy::sourceChanged($order->source->path, 'its size and time are the same, its bytes are others');
            }
            $keepsTime = @touch($temporary, $order->source->modifiedAt);
            $this->cache->forget($temporary);
            error_clear_last();
            $read = @hash_file('xxh128', $temporary);
            if (false === $read) {
                throw CouldNotCopy::notReadBack($order->destination, SystemReason::last());
            }
            if ($read !== $written->checksum) {
                throw CouldNotCopy::readBackDiffers($order->destination, $written->checksum, $read);
            }
            $this->publisher->publish($temporary, $order->destination);
        } catch (\Throwable $failure) {
            @unlink($temporary);
            throw $failure;
        }

        return new ProvenCopy($order->destination, $order->source->bytes, $written->checksum, $written->print, new \DateTimeImmutable(), $keepsTime);
    }

    /** @param \Closure(int): mixed $moved */
    private function write(SourceFile $source, string $temporary, \Closure $moved): WrittenFile
    {
        $in = $source->open();
        LastingFolders::make(\dirname($temporary));
        error_clear_last();
        $out = @fopen($temporary, 'x');
        if (false === $out) {
            throw CouldNotCopy::notWritten($temporary, 0, SystemReason::last());
        }
        stream_set_write_buffer($out, 0);
        $hash = hash_init('xxh128');
        $position = 0;
        $head = $tail = '';
        while ($position < $source->bytes || !feof($in)) {
            error_clear_last();
            $chunk = @fread($in, self::CHUNK);
            if (false === $chunk || ('' === $chunk && null !== error_get_last())) {
                throw CouldNotCopy::sourceBroke($source->path, $position, SystemReason::last());
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
        if ($position !== $source->bytes) {
            throw CouldNotCopy::sourceChanged($source->path, \sprintf('it gave %d bytes where the card lists %d', $position, $source->bytes));
        }
        $source->confirm($in);
        error_clear_last();
        if (!@fflush($out) || !@fsync($out)) {
            throw CouldNotCopy::notWritten($temporary, $position, SystemReason::last());
        }
        fclose($out);
        fclose($in);

        return new WrittenFile(hash_final($hash), QuickPrint::of($source->bytes, $head, $tail));
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
