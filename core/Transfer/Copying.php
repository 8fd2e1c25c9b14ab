<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

use VelvetLedger\Core\Failure\CouldNot;

/** Files on their way: written already, still to be read back and published. */
final class Copying
{
    /** As much may be under way at once: it bounds what is lost of time, never of pictures, by a cut. */
    private const MOST_BYTES = 256_000_000;
    private const MOST_FILES = 1024;

    /** Files are published, and so entered in the ledger, so many at a time, or as many as there are after so many seconds. */
    private const LUMP = 256;
    private const SECONDS = 0.5;

    /** @var array<int, CopyOrder> by name */
    private array $orders = [];

    /** @var array<int, WrittenFile> */
    private array $written = [];

    /** @var array<array-key, int> path that is being read back => name of its order */
    private array $reading = [];

    /** @var array<int, array<array-key, ReadBack>> name of an order => path => what was read of it */
    private array $read = [];

    private int $bytes = 0;
    private float $settledAt = 0.0;

    public function __construct(private readonly Writer $writer, private readonly ReadingsApart $readsBack, private readonly Publisher $publisher, private readonly MadeFolders $folders = new MadeFolders(), public readonly Timings $timings = new Timings())
    {
    }

    /**
     * @param \Closure(int): mixed $moved see Writer
     *
     * @throws CouldNotCopy nothing is left of it
     */
    public function start(CopyOrder $order, \Closure $moved): void
    {
        $written = $this->writer->write($order, $moved, $this->folders, $this->timings);
        $this->orders[$order->name] = $order;
        $this->written[$order->name] = $written;
        $this->bytes += $order->source->bytes;
        $files = $order->care->readTwice ? [$order->source->path => false] : [];
        foreach (array_keys($written->keepsTime) as $store) {
            $files[$order->targets[$store]->temporary] = true;
        }
        foreach (array_keys($files) as $path) {
            $this->reading[$path] = $order->name;
        }
        $this->readsBack->ask($files);
    }

    /** Whether enough is under way that what is done should be settled first. */
    public function isFull(): bool
    {
        return $this->bytes > self::MOST_BYTES || \count($this->orders) >= self::MOST_FILES;
    }

    public function isEmpty(): bool
    {
        return [] === $this->orders;
    }

    /**
     * Publishes what has been read back and is as it should be, where that is worth the trouble by now.
     *
     * @param bool $wait until it is, where anything is under way
     *
     * @return list<Copied> what is done with
     */
    public function settle(bool $wait): array
    {
        do {
            $since = hrtime(true);
            $answers = $this->readsBack->answers($this->reading, $wait && [] !== $this->reading);
            $this->timings->waited($since);
            foreach ($answers as $path => $reading) {
                $name = $this->reading[$path] ?? null;
                unset($this->reading[$path]);
                if (null !== $name) {
                    $this->timings->wasReadBack($this->orders[$name]->storeOf((string) $path), $reading->nanoseconds);
                    $this->read[$name][$path] = $reading;
                }
            }
            $outstanding = $this->outstanding();
            $ready = \count(array_filter($this->orders, static fn (CopyOrder $order): bool => null === $order->after && !isset($outstanding[$order->name])));
            $isWorthIt = 0 < $ready && (self::LUMP <= $ready || microtime(true) - $this->settledAt > self::SECONDS);
        } while ($wait && !$isWorthIt && [] !== $outstanding);
        if (!$isWorthIt && !$wait) {
            return [];
        }

        $this->settledAt = microtime(true);
        $done = $folders = [];
        foreach ($this->orders as $name => $order) {
            if (!isset($outstanding[$name])) {
                $before = null === $order->after ? null : ($done[$order->after] ?? null);
                $done[$name] = $copied = $this->publish($order, $this->written[$name], $this->read[$name] ?? [], null === $before ? null : $before->failed[array_key_first($before->order->targets)] ?? null);
                foreach ($copied->copies as $store => $copy) {
                    $folders[\dirname($copy->path)] = $store;
                }
                unset($this->orders[$name], $this->written[$name], $this->read[$name]);
                $this->bytes -= $order->source->bytes;
            }
        }

        foreach ($folders as $folder => $store) {
            $since = hrtime(true);
            LastingFolders::flush($folder);
            $this->timings->wrote($store, $since);
        }

        return array_values($done);
    }

    /**
     * What cannot be settled yet: it is being read back, or what it goes with is.
     *
     * @return array<int, int> name of an order => the same of one that is being read back
     */
    private function outstanding(): array
    {
        $outstanding = [];
        foreach ($this->reading as $name) {
            $outstanding[$name] = $name;
        }
        foreach ($this->orders as $name => $order) {
            if (null !== $order->after && isset($outstanding[$name])) {
                $outstanding[$order->after] ??= $name;
            } elseif (null !== $order->after && isset($outstanding[$order->after])) {
                $outstanding[$name] = $order->after;
            }
        }

        return $outstanding;
    }

    /** Takes away what is under way; nothing of it stands under a final name. */
    public function abandon(): void
    {
        foreach ($this->orders as $order) {
            self::remove($order);
        }
        while ([] !== $this->reading) {
            $answers = $this->readsBack->answers($this->reading, true);
            $this->reading = [] === $answers ? [] : array_diff_key($this->reading, $answers);
        }
        $this->orders = $this->written = $this->read = [];
        $this->bytes = 0;
    }

    /**
     * @param array<array-key, ReadBack> $read
     * @param CouldNot|null              $because why what it goes with did not get its name
     */
    private function publish(CopyOrder $order, WrittenFile $written, array $read, ?CouldNot $because): Copied
    {
        $copies = [];
        $failed = $written->failed;
        $first = array_key_first($order->targets);
        $second = $read[$order->source->path] ?? null;
        foreach ($order->targets as $store => $target) {
            if (isset($failed[$store])) {
                continue;
            }
            $since = hrtime(true);
            try {
                if (null !== $because ??= $failed[$first] ?? null) {
                    throw $because;
                }
                if (null !== $second && $second->checksum !== $written->checksum) {
                    throw CouldNotCopy::readsTwoWays($order->source->path, $written->checksum, $second);
                }
                $copies[$store] = $this->publishAt($order, $target, $written, $written->keepsTime[$store] ?? false, $read[$target->temporary] ?? ReadBack::failed('it was not read back'));
            } catch (CouldNot $failure) {
                @unlink($target->temporary);
                $failed[$store] = $failure;
            } finally {
                $this->timings->wrote($store, $since);
            }
        }

        return new Copied($order, $written, $copies, $failed);
    }

    /** @throws CouldNotCopy|CouldNotPublish */
    private function publishAt(CopyOrder $order, Target $target, WrittenFile $written, bool $keepsTime, ReadBack $reading): ProvenCopy
    {
        if (null === $reading->checksum) {
            throw CouldNotCopy::notReadBack($target->destination, $reading->reason);
        }
        if ($reading->checksum !== $written->checksum) {
            throw CouldNotCopy::readBackDiffers($target->destination, $written->checksum, $reading->checksum);
        }
        if (null !== $order->replaces && is_file($target->destination) && !is_link($target->destination)) {
            Replacement::of($target->destination, $order->replaces)->by($target->temporary, $written->checksum);

            return new ProvenCopy($target->destination, new \DateTimeImmutable(), $keepsTime);
        }
        try {
            $this->publisher->publish($target->temporary, $target->destination);
        } catch (CouldNotPublish $taken) {
            // A run cut off between naming a file and entering it left the very file that this order is about.
            $there = ProvenCopy::ofExisting($target->destination, $order->source, $written) ?? throw $taken;
            @unlink($target->temporary);

            return $there;
        }

        return new ProvenCopy($target->destination, new \DateTimeImmutable(), $keepsTime);
    }

    private static function remove(CopyOrder $order): void
    {
        foreach ($order->targets as $target) {
            @unlink($target->temporary);
        }
    }
}
