<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/**
 * A file that is to be read from a card, as it was when it was promised to be. It is opened only while it is still that
 * file: a regular one, of that size and time, never through a link; and what was read of it counts only if it still is
 * when the reading is over.
 */
final readonly class SourceFile
{
    private const REGULAR = 0o100000;
    private const TYPE = 0o170000;

    /**
     * @param string      $path       absolute; only ever read
     * @param int         $bytes      size that the card lists for it
     * @param int         $modifiedAt Unix seconds
     * @param string|null $print      quick print that it had, where that is known
     * @param string|null $checksum   XXH128 that its bytes must have, where it is a copy of the ledger's
     * @param string|null $text       all its bytes, where it is a text of ours
     */
    public function __construct(public string $path, public int $bytes, public int $modifiedAt, public ?string $print = null, public ?string $checksum = null, private ?string $text = null)
    {
    }

    /** A file that was just made here, as it lies now: measured and hashed. */
    public static function ours(string $path): self
    {
        clearstatcache(true, $path);

        return new self($path, (int) filesize($path), (int) filemtime($path), null, Checksum::ofFile($path));
    }

    /** A text that is to become a file, and lies nowhere yet. */
    public static function ofText(string $path, string $text): self
    {
        return new self($path, \strlen($text), time(), null, hash('xxh128', $text), $text);
    }

    /** Takes away a file of ours that has served. */
    public function discard(): void
    {
        if (null === $this->text) {
            @unlink($this->path);
        }
    }

    /**
     * @return resource
     *
     * @throws CouldNotCopy
     */
    public function open(): mixed
    {
        if (null !== $this->text) {
            $stream = fopen('php://memory', 'w+');
            \assert(false !== $stream);
            fwrite($stream, $this->text);
            rewind($stream);

            return $stream;
        }
        $listed = $this->stat();
        error_clear_last();
        // Without blocking, for a pipe put in the file's place just now would wait for ever to be written to.
        $stream = @fopen($this->path, 'rn');
        if (false === $stream) {
            throw CouldNotCopy::sourceNotOpened($this->path, SystemReason::last());
        }
        $opened = fstat($stream);
        if (false === $opened || $opened['ino'] !== $listed['ino'] || $opened['dev'] !== $listed['dev']) {
            throw CouldNotCopy::sourceChanged($this->path, 'another file was put in its place');
        }
        stream_set_blocking($stream, true);
        stream_set_read_buffer($stream, 0);

        return $stream;
    }

    /**
     * That nothing happened to the file while it was read.
     *
     * @param resource $stream as open() gave it
     *
     * @throws CouldNotCopy
     */
    public function confirm(mixed $stream): void
    {
        if (null !== $this->text) {
            return;
        }
        $read = fstat($stream);
        $now = $this->stat();
        if (false === $read || $read['ino'] !== $now['ino'] || $read['size'] !== $this->bytes || $read['mtime'] !== $this->modifiedAt) {
            throw CouldNotCopy::sourceChanged($this->path, 'it was written to while it was read');
        }
    }

    /**
     * The same file with its quick print read.
     *
     * @throws CouldNotCopy
     */
    public function printed(): self
    {
        $stream = $this->open();
        $head = self::upTo($stream, min($this->bytes, QuickPrint::END));
        $tail = '';
        if ($this->bytes > QuickPrint::END) {
            fseek($stream, $this->bytes - QuickPrint::END);
            $tail = self::upTo($stream, QuickPrint::END);
        }
        fclose($stream);

        return new self($this->path, $this->bytes, $this->modifiedAt, QuickPrint::of($this->bytes, $head, $tail));
    }

    /** @param resource $stream */
    private static function upTo(mixed $stream, int $length): string
    {
        $found = '';
        while (\strlen($found) < $length && '' !== $more = (string) @fread($stream, max(1, $length - \strlen($found)))) {
            $found .= $more;
        }

        return $found;
    }

    /** @return array{dev: int, ino: int} */
    private function stat(): array
    {
        clearstatcache(true, $this->path);
        error_clear_last();
        $stat = @lstat($this->path);
        if (false === $stat) {
            throw CouldNotCopy::sourceNotOpened($this->path, SystemReason::last());
        }
        if (self::REGULAR !== ($stat['mode'] & self::TYPE)) {
            throw CouldNotCopy::sourceChanged($this->path, 'what stands there now is no regular file, and was not opened');
        }
        if ($stat['size'] !== $this->bytes) {
            throw CouldNotCopy::sourceChanged($this->path, \sprintf('it has %d bytes where the card listed %d', $stat['size'], $this->bytes));
        }
        if ($stat['mtime'] !== $this->modifiedAt) {
            throw CouldNotCopy::sourceChanged($this->path, \sprintf('it was written at %s, and before at %s', date('Y-m-d H:i:s', $stat['mtime']), date('Y-m-d H:i:s', $this->modifiedAt)));
        }

        return ['dev' => $stat['dev'], 'ino' => $stat['ino']];
    }
}
