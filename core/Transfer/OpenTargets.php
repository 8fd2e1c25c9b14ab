<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** The temporary files that one source is being written to. */
final class OpenTargets
{
    /** @var array<int, resource> */
    private array $streams = [];

    /** @var array<int, CouldNotCopy> */
    private array $failed = [];

    private readonly int $first;

    /** @param array<int, Target> $targets */
    public function __construct(private readonly array $targets, private readonly MadeFolders $folders = new MadeFolders(), private readonly Timings $timings = new Timings())
    {
        $this->first = array_key_first($targets) ?? throw new \LogicException('A copy goes somewhere.');
    }

    public function open(): void
    {
        foreach ($this->targets as $store => $target) {
            $this->at($store, function () use ($store, $target): void {
                $stream = self::create($target) ?? $this->createBelow($target) ?? $this->createBelow($target); // a run that is taken back takes away the folders that are empty
                if (null === $stream) {
                    throw CouldNotCopy::notWritten($target->temporary, 0, SystemReason::last());
                }
                stream_set_write_buffer($stream, 0);
                $this->streams[$store] = $stream;
            });
        }
    }

    public function write(string $piece, int $position): void
    {
        foreach ($this->streams as $store => $stream) {
            $this->at($store, fn () => self::writeAll($stream, $piece, $this->targets[$store]->temporary, $position));
        }
    }

    /** @return array<int, bool> store => whether its drive took the modification time; those that failed are not among them */
    public function close(int $modifiedAt): array
    {
        $keepsTime = [];
        foreach ($this->streams as $store => $stream) {
            $this->at($store, function () use ($store, $stream, $modifiedAt, &$keepsTime): void {
                $temporary = $this->targets[$store]->temporary;
                error_clear_last();
                if (!@fclose($stream)) {
                    throw CouldNotCopy::notWritten($temporary, 0, SystemReason::last());
                }
                $keepsTime[$store] = @touch($temporary, $modifiedAt);
            });
        }

        return $keepsTime;
    }

    /** @return array<int, CouldNotCopy> store => why it has none */
    public function failed(): array
    {
        return $this->failed;
    }

    public function remove(): void
    {
        foreach (array_keys($this->streams) as $store) {
            @unlink($this->targets[$store]->temporary);
        }
    }

    /**
     * In a folder that may have to be made.
     *
     * @return resource|null
     *
     * @throws CouldNotCopy
     */
    private function createBelow(Target $target): mixed
    {
        $this->folders->make($target->folder());

        return self::create($target);
    }

    /** @return resource|null */
    private static function create(Target $target): mixed
    {
        error_clear_last();
        $stream = is_link($target->temporary) ? false : @fopen($target->temporary, 'x'); // PHP would follow a link

        return false === $stream ? null : $stream;
    }

    /**
     * Does something at one store; what fails there fails there alone, but for the first.
     *
     * @param \Closure(): mixed $do
     */
    private function at(int $store, \Closure $do): void
    {
        $since = hrtime(true);
        try {
            $do();
        } catch (CouldNotCopy $failure) {
            if ($store === $this->first) {
                throw $failure;
            }
            if (isset($this->streams[$store])) {
                @unlink($this->targets[$store]->temporary);
            }
            unset($this->streams[$store]);
            $this->failed[$store] = $failure;
        } finally {
            $this->timings->wrote($store, $since);
        }
    }

    /** @param resource $out */
    private static function writeAll(mixed $out, string $piece, string $path, int $position): void
    {
        for ($done = 0; $done < \strlen($piece); $done += $count) {
            error_clear_last();
            $count = @fwrite($out, 0 === $done ? $piece : substr($piece, $done));
            if (false === $count || 0 === $count) {
                throw CouldNotCopy::notWritten($path, $position + $done, SystemReason::last());
            }
        }
    }
}
