<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

/** A second process of this program and the two pipes to it: lines there, lines back. It ends when this one does, for then its input ends. */
final class ProcessBeside
{
    /** Without what the settings load: it begins in a quarter of the time, and an intake of a few files waits for little else. */
    private const BARE = ['-n', '-d', 'display_errors=stderr', '-d', 'extension=ffi'];

    /** For one that has much to compute: it begins some 5 ms later, and takes a fifth less. */
    public const COMPILED = ['-d', 'zend_extension=opcache', '-d', 'opcache.enable_cli=1', '-d', 'opcache.jit=tracing', '-d', 'opcache.jit_buffer_size=32M'];

    private const TICK = 200_000;

    /** Bytes. */
    private const PIECE = 32768;

    /** So many lines are kept until it is tried again, where its pipe is full. */
    private const SOME = 16;

    private int $told = 0;

    /** What its pipe did not take yet; while that is nothing, nothing else waits. */
    private string $sending = '';

    /** What comes after it. */
    private string $toSend = '';
    private string $got = '';
    private bool $alive = true;

    /**
     * @param resource $process
     * @param resource $in
     * @param resource $out
     */
    private function __construct(private readonly mixed $process, private readonly mixed $in, private readonly mixed $out)
    {
        stream_set_blocking($in, false);
        stream_set_blocking($out, false);
    }

    public function __destruct()
    {
        fclose($this->in);
        fclose($this->out);
        proc_close($this->process);
    }

    /**
     * @param string       $script     below server/
     * @param list<string> $extensions beside FFI
     * @param list<string> $more       settings of PHP's
     *
     * @return self|null null where no process can be had
     */
    public static function start(string $script, string $memory, array $extensions = [], array $more = []): ?self
    {
        if (\PHP_SAPI !== 'cli') {
            return null; // php-fpm's own binary runs no scripts
        }
        $pipes = [];
        $loaded = array_merge(['-d', 'memory_limit='.$memory], ...array_map(static fn (string $extension): array => ['-d', 'extension='.$extension], $extensions));
        $process = @proc_open([\PHP_BINARY, ...self::BARE, ...$more, ...$loaded, \dirname(__DIR__).'/'.$script], [['pipe', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']], $pipes);

        return \is_resource($process) ? new self($process, $pipes[0], $pipes[1]) : null;
    }

    /** Whether it could still be told. */
    public function tell(string $line): bool
    {
        $this->toSend .= $line;
        if ('' === $this->sending || 0 === ++$this->told % self::SOME) { // else its pipe was full just now
            $this->send();
            $this->hear(); // it would stand still when that pipe was full
        }

        return $this->alive;
    }

    public function isAlive(): bool
    {
        return $this->alive;
    }

    /**
     * Whole lines that it has said.
     *
     * @param bool $wait a moment for any
     *
     * @return list<string>
     */
    public function lines(bool $wait): array
    {
        $read = [$this->out];
        $write = '' === $this->sending ? [] : [$this->in];
        $except = [];
        if (false === @stream_select($read, $write, $except, 0, $wait && !str_contains($this->got, "\n") ? self::TICK : 0)) {
            return []; // a signal came
        }
        $this->send();
        $this->hear();
        $lines = explode("\n", $this->got);
        $this->got = array_pop($lines);

        return $lines;
    }

    private function hear(): void
    {
        $more = (string) @fread($this->out, 65536);
        $this->alive = $this->alive && ('' !== $more || !feof($this->out));
        $this->got .= $more;
    }

    private function send(): void
    {
        while ('' !== $this->sending || '' !== $this->toSend) {
            if ('' === $this->sending) { // in pieces: of a long text all that is left would be copied with each
                $this->sending = substr($this->toSend, 0, self::PIECE);
                $this->toSend = substr($this->toSend, self::PIECE);
            }
            $sent = @fwrite($this->in, $this->sending);
            if (false === $sent) {
                $this->alive = false;

                return;
            }
            if (0 === $sent) {
                return; // its pipe is full
            }
            $this->sending = substr($this->sending, $sent);
        }
    }
}
