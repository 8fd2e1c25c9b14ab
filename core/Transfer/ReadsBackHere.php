<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** Reads back in this process, many files at a time: all are flushed, all are dropped from memory, and then each is read. */
final class ReadsBackHere implements ReadsBack
{
    /** So many files below so many bytes are flushed with their whole drive: one by one they would wait for its journal each. */
    private const MANY = 8;
    private const SMALL = 2_000_000;

    /** @var array<array-key, bool> path => whether it has to be flushed */
    private array $asked = [];

    public function __construct(private readonly Medium $medium)
    {
    }

    public function ask(array $files): void
    {
        foreach ($files as $path => $flush) {
            $this->asked[$path] = $flush;
        }
    }

    public function answers(bool $wait): array
    {
        $readings = [];
        foreach ($this->each() as $path => $reading) {
            $readings[$path] = $reading;
        }

        return $readings;
    }

    /** @return iterable<string, ReadBack> one after the other, as they are read */
    public function each(): iterable
    {
        $asked = $this->asked;
        $this->asked = [];
        $paths = array_map(strval(...), array_keys($asked));
        $took = [];
        $refused = $this->flush(array_map(strval(...), array_keys(array_filter($asked))), $took);
        array_walk($paths, fn (string $path) => $this->medium->forget($path, true));
        foreach ($paths as $path) {
            $since = hrtime(true);
            $reading = isset($refused[$path]) ? ReadBack::failed('it could not be flushed to the drive: '.$refused[$path]) : self::read($path);
            yield $path => $reading->within(hrtime(true) - $since + ($took[$path] ?? 0));
        }
    }

    /**
     * @param list<string>          $paths
     * @param array<array-key, int> $took  path => its part of the time, in nanoseconds
     *
     * @param-out array<array-key, int> $took
     *
     * @return array<array-key, string> path => why it could not be
     */
    private function flush(array $paths, array &$took): array
    {
        $small = $alone = [];
        foreach ($paths as $path) {
            $stat = @stat($path);
            if (false !== $stat && $stat['size'] < self::SMALL) {
                $small[$stat['dev']][] = $path;
            } else {
                $alone[] = $path;
            }
        }
        foreach ($small as $files) {
            $since = hrtime(true);
            if (\count($files) < self::MANY || !$this->medium->flushAll($files[0])) {
                array_push($alone, ...$files);
            } else {
                $took = array_fill_keys($files, intdiv((int) (hrtime(true) - $since), \count($files))) + $took;
            }
        }
        array_walk($alone, fn (string $path) => $this->medium->startFlush($path));
        $refused = [];
        foreach ($alone as $path) {
            $since = hrtime(true);
            error_clear_last();
            $file = @fopen($path, 'rn');
            if (false === $file || !@fsync($file)) {
                $refused[$path] = SystemReason::last();
            }
            $took[$path] = (int) (hrtime(true) - $since);
        }

        return $refused;
    }

    private static function read(string $path): ReadBack
    {
        try {
            return ReadBack::of(Checksum::ofFile($path));
        } catch (CouldNotCopy $broke) {
            return ReadBack::failed($broke->reason());
        }
    }
}
