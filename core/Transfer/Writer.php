<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/**
 * Reads a file once and writes it under temporary names at all stores at the same time, hashing what passes. A store that
 * fails loses its copy and keeps no other from getting theirs, but for the first, without which none is made.
 */
final readonly class Writer
{
    private const TRIES = 4;
    private const WAIT = 60_000;

    /** Files of fewer bytes are flushed many at a time. */
    private const FLUSHED_ALONE = 1_000_000;

    public function __construct(private Medium $medium)
    {
    }

    /**
     * @param \Closure(int): mixed $moved told of bytes as they are written; what it throws ends the copy, and nothing is left of it
     *
     * @throws CouldNotCopy by the source, or the first store; nothing is left of it
     */
    public function write(CopyOrder $order, \Closure $moved, MadeFolders $folders = new MadeFolders(), Timings $timings = new Timings()): WrittenFile
    {
        $outs = new OpenTargets($order->targets, $folders, $timings);
        try {
            $in = $order->source->open();
            $outs->open();
            $written = $this->pass($order, $in, $outs, $moved, $timings);
            $keepsTime = $outs->close($order->source->modifiedAt);
            foreach ($order->source->bytes < self::FLUSHED_ALONE ? [] : array_keys($keepsTime) as $store) {
                $since = hrtime(true);
                $this->medium->startFlush($order->targets[$store]->temporary);
                $timings->wrote($store, $since);
            }

            return new WrittenFile($written['checksum'], $written['print'], $written['sha256'], $keepsTime, $outs->failed());
        } catch (\Throwable $failure) {
            $outs->remove();
            throw $failure;
        }
    }

    /**
     * @param resource             $in
     * @param \Closure(int): mixed $moved
     *
     * @return array{checksum: string, print: string, sha256: string|null}
     */
    private function pass(CopyOrder $order, mixed $in, OpenTargets $outs, \Closure $moved, Timings $timings): array
    {
        $source = $order->source;
        $hash = hash_init('xxh128');
        $sha256 = $order->care->sha256 ? hash_init('sha256') : null;
        $position = 0;
        $head = $tail = '';
        while ($position < $source->bytes || !feof($in)) {
            $since = hrtime(true);
            $piece = self::piece($in, $source, $position);
            $timings->read($since, \strlen($piece));
            if ('' === $piece) {
                break;
            }
            $outs->write($piece, $position);
            hash_update($hash, $piece);
            null === $sha256 || hash_update($sha256, $piece);
            $position += \strlen($piece);
            $head .= \strlen($head) < QuickPrint::END ? substr($piece, 0, QuickPrint::END - \strlen($head)) : '';
            $tail = \strlen($piece) >= QuickPrint::END ? substr($piece, -QuickPrint::END) : substr($tail.$piece, -QuickPrint::END);
            $moved(\strlen($piece));
        }
        if ($position !== $source->bytes) {
            throw CouldNotCopy::sourceChanged($source->path, \sprintf('it gave %d bytes where the card lists %d', $position, $source->bytes));
        }
        $source->confirm($in);
        fclose($in);
        $print = QuickPrint::of($source->bytes, $head, $tail);
        if (null !== $source->print && $print !== $source->print) {
            throw CouldNotCopy::sourceChanged($source->path, 'its size and time are the same, its bytes are others');
        }

        $checksum = hash_final($hash);
        if (null !== $source->checksum && $checksum !== $source->checksum) {
            throw CouldNotCopy::copyDiffers($source->path, $source->checksum, $checksum);
        }

        return ['checksum' => $checksum, 'print' => $print, 'sha256' => null === $sha256 ? null : hash_final($sha256)];
    }

    /**
     * The next bytes of the source; '' at its end. What cannot be read at once is tried again: a reader may stumble.
     *
     * @param resource $in
     */
    private static function piece(mixed $in, SourceFile $source, int $position): string
    {
        for ($try = 1;; ++$try) {
            error_clear_last();
            $piece = @fread($in, Checksum::PIECE);
            if (\is_string($piece) && ('' !== $piece || null === error_get_last())) {
                return $piece;
            }
            $reason = SystemReason::last();
            if (self::TRIES === $try || -1 === fseek($in, $position)) {
                throw CouldNotCopy::sourceBroke($source->path, $position, $reason);
            }
            usleep(self::WAIT * $try);
        }
    }
}
