<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

/** One ExifTool that is kept running (-stay_open) and works off what it is asked, one after the other. */
final class ExifToolProcess
{
    /** Of address space. */
    public const BYTES = 1_000_000_000;

    private const SECONDS = 60.0;

    /** @var resource|null */
    private mixed $process = null;

    /** @var array<int, resource> input, output, errors */
    private array $pipes = [];

    private string $toWrite = '';
    private string $output = '';
    private string $errors = '';

    /** @var list<int> */
    private array $waiting = [];

    private float $since = 0.0;

    public function outstanding(): int
    {
        return \count($this->waiting);
    }

    /** @param list<string> $arguments none with a line break in it */
    public function ask(int $name, array $arguments): void
    {
        $this->start();
        if ([] === $this->waiting) {
            $this->since = microtime(true);
        }
        $this->waiting[] = $name;
        $this->toWrite .= implode("\n", [...$arguments, '-echo3', "{done$name}", '-echo4', "{done$name}", '-execute'])."\n";
        $this->write();
    }

    /** Waits a little until one of them has something to say, or to be told. */
    public static function await(self ...$processes): void
    {
        $read = $write = [];
        $except = null;
        foreach ($processes as $process) {
            if ([] !== $process->waiting) {
                array_push($read, $process->pipes[1], $process->pipes[2]);
                if ('' !== $process->toWrite) {
                    $write[] = $process->pipes[0];
                }
            }
        }
        if ([] !== $read) {
            @stream_select($read, $write, $except, 0, 200_000);
        }
    }

    /** @return array<int, string> name => what it said of errors, line by line; or in one line that it said nothing */
    public function answers(): array
    {
        if ([] === $this->waiting) {
            return [];
        }
        $this->write();
        $this->output .= stream_get_contents($this->pipes[1]);
        $this->errors .= stream_get_contents($this->pipes[2]);
        $answers = [];
        while ([] !== $this->waiting) {
            $name = $this->waiting[0];
            $mark = "{done$name}";
            $end = strpos($this->output, $mark);
            $errorsEnd = strpos($this->errors, $mark);
            if (false === $end || false === $errorsEnd) {
                break;
            }
            $answers[$name] = trim(substr($this->errors, 0, $errorsEnd));
            $this->output = ltrim(substr($this->output, $end + \strlen($mark)), "\n");
            $this->errors = ltrim(substr($this->errors, $errorsEnd + \strlen($mark)), "\n");
            array_shift($this->waiting);
            $this->since = microtime(true);
        }
        if ([] !== $this->waiting && (microtime(true) - $this->since > self::SECONDS || true !== $this->isRunning())) {
            $answers[array_shift($this->waiting)] = 'Error: ExifTool gave no answer';
            $this->restart($answers);
        }

        return $answers;
    }

    /** @param array<int, string> $answers of which the rest that was asked are told no more */
    private function restart(array &$answers): void
    {
        foreach ($this->waiting as $name) {
            $answers[$name] = 'Error: ExifTool ended while others were before it';
        }
        $this->waiting = [];
        if (null !== $this->process) {
            proc_terminate($this->process, 9);
            proc_close($this->process);
        }
        $this->process = null;
        $this->toWrite = $this->output = $this->errors = '';
    }

    private function isRunning(): bool
    {
        return null !== $this->process && proc_get_status($this->process)['running'];
    }

    private function start(): void
    {
        if ($this->isRunning()) {
            return;
        }
        $pipes = [];
        $process = proc_open([...Confined::to(self::BYTES), 'exiftool', '-stay_open', 'True', '-@', '-'], [['pipe', 'r'], ['pipe', 'w'], ['pipe', 'w']], $pipes);
        $this->process = false === $process ? throw new \RuntimeException('ExifTool could not be started.') : $process;
        array_map(static fn (mixed $pipe): bool => \is_resource($pipe) && stream_set_blocking($pipe, false), $pipes);
        $this->pipes = array_filter($pipes, \is_resource(...));
        $this->toWrite = $this->output = $this->errors = '';
    }

    private function write(): void
    {
        while ('' !== $this->toWrite) {
            $written = @fwrite($this->pipes[0], $this->toWrite);
            if (false === $written || 0 === $written) {
                return;
            }
            $this->toWrite = substr($this->toWrite, $written);
        }
    }

    public function __destruct()
    {
        if (null !== $this->process) {
            proc_terminate($this->process, 9);
        }
    }
}
