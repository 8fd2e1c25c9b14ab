<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format;

/**
 * Random access to the bytes of a file or of a string, reading no more of the file than is asked for,
 * in pages of 8 KiB of which the last few are kept.
 */
final class Bytes
{
    private const PAGE = 8192;
    private const PAGES_KEPT = 48;
    private const REGULAR = 0o100000;
    private const TYPE = 0o170000;

    /** @var array<int, string> page number => its bytes */
    private array $pages = [];

    /** @param resource|null $stream */
    private function __construct(private mixed $stream, private readonly string $held, public readonly int $size, private readonly ?Budget $budget = null)
    {
    }

    /**
     * Only regular files are opened: not links, for they lead out of a card, nor devices and pipes.
     *
     * @param Budget|null $budget of whoever reads it without knowing what it is
     *
     * @throws CouldNotRead
     */
    public static function ofFile(string $path, ?Budget $budget = null): self
    {
        error_clear_last();
        clearstatcache(true, $path);
        $listed = '' === $path || str_contains($path, "\0") ? false : @lstat($path);
        if (false === $listed) {
            $reason = '' === $path || str_contains($path, "\0") ? 'that is no file\'s name' : null;
            if (null === $reason) {
                @fopen($path, 'rn'); // says why, as lstat does not
            }
            throw CouldNotRead::file('' === $path ? '""' : $path, $reason ?? self::lastReason());
        }
        if (self::REGULAR !== ($listed['mode'] & self::TYPE)) {
            throw CouldNotRead::file($path, 'it is not a regular file');
        }
        $stream = @fopen($path, 'rn'); // without blocking, should a pipe be put in its place just now
        $stat = false === $stream ? false : fstat($stream);
        if (false === $stream || false === $stat || $stat['ino'] !== $listed['ino']) {
            throw CouldNotRead::file($path, self::lastReason());
        }
        stream_set_blocking($stream, true);
        stream_set_read_buffer($stream, 0);

        return new self($stream, '', $stat['size'], $budget);
    }

    public static function ofString(string $bytes, ?Budget $budget = null): self
    {
        return new self(null, $bytes, \strlen($bytes), $budget);
    }

    /**
     * Exactly $length bytes from byte $offset.
     *
     * @throws BrokenFile when the file ends before
     */
    public function read(int $offset, int $length): string
    {
        if ($offset < 0 || $length < 0 || $offset > $this->size || $length > $this->size - $offset) {
            throw BrokenFile::endsEarly($offset, $length, $this->size);
        }
        $this->budget?->spend($length);
        if (null === $this->stream) {
            return substr($this->held, $offset, $length);
        }
        if ($length > 4 * self::PAGE) {
            return $this->fromDisk($offset, $length);
        }
        $found = '';
        while (\strlen($found) < $length) {
            $at = $offset + \strlen($found);
            $page = $this->page(intdiv($at, self::PAGE));
            $found .= substr($page, $at % self::PAGE, $length - \strlen($found));
        }

        return $found;
    }

    /** Up to $length bytes from byte $offset: fewer where the file ends, none past its end. */
    public function upTo(int $offset, int $length): string
    {
        return $offset < 0 || $offset >= $this->size ? '' : $this->read($offset, min($length, $this->size - $offset));
    }

    private function page(int $number): string
    {
        if (!isset($this->pages[$number])) {
            if (\count($this->pages) >= self::PAGES_KEPT) {
                unset($this->pages[array_key_first($this->pages)]);
            }
            $start = $number * self::PAGE;
            $this->pages[$number] = $this->fromDisk($start, min(self::PAGE, $this->size - $start));
        }

        return $this->pages[$number];
    }

    private function fromDisk(int $offset, int $length): string
    {
        \assert(null !== $this->stream);
        fseek($this->stream, $offset);
        $found = '';
        while (\strlen($found) < $length) {
            error_clear_last();
            $more = @fread($this->stream, max(1, $length - \strlen($found)));
            if (false === $more || '' === $more) {
                throw CouldNotRead::file('it', \sprintf('at byte %d: %s', $offset + \strlen($found), self::lastReason()));
            }
            $found = '' === $found ? $more : $found.$more; // mostly all of it at once: then nothing is copied
        }

        return $found;
    }

    private static function lastReason(): string
    {
        $message = error_get_last()['message'] ?? 'the file system gave no reason';

        return preg_replace('/^.*(?:: |errno=\d+ )/', '', $message) ?? $message;
    }
}
