<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Clearance;

use Psr\Cache\CacheItemPoolInterface;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Transfer\QuickPrint;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Tools\FineTimes;
use VelvetLedger\Server\Tools\MountTable;

/**
 * The ends of a card's files as they were read since it was put in. A card's file is known again by its path, its size and
 * its time, in whole seconds; another may have all of these. Both its ends are read before anything is said of it.
 */
final readonly class EndsSeen
{
    /** Seconds after which they are read once more, though nobody saw the card leave. */
    private const KEPT = 3600;

    public function __construct(private CacheItemPoolInterface $cache, private MountTable $mounts, private FineTimes $times, private Pace $pace)
    {
    }

    /**
     * What is known after reading for at most about $seconds.
     *
     * @param list<CardFile> $files
     *
     * @return array<string, string> path => quick print, '' where the ends cannot be read
     */
    public function within(Volume $volume, array $files, float $seconds): array
    {
        $slice = $this->pace->slice($seconds);
        $item = $this->cache->getItem('ends.'.$this->sighting($volume));
        $kept = $item->get();
        $kept = \is_array($kept) ? $kept : [];
        $prints = [];
        $news = false;
        foreach ($files as $file) {
            $stat = @lstat($volume->path.'/'.$file->path);
            $signature = hash('xxh128', implode("\0", [$file->path, $file->bytes, $file->modifiedAt, $stat['ino'] ?? 0, $this->times->of($volume->path.'/'.$file->path)]));
            if (!\is_string($kept[$signature] ?? null)) {
                if ($slice->isOver()) {
                    continue;
                }
                $kept[$signature] = self::read($volume->path.'/'.$file->path);
                $news = true;
            }
            $prints[$file->path] = $kept[$signature];
        }
        if ($news) {
            $this->cache->save($item->set($kept)->expiresAfter(self::KEPT));
        }

        return $prints;
    }

    private static function read(string $path): string
    {
        try {
            return QuickPrint::ofFile($path);
        } catch (BrokenFile|CouldNotRead) {
            return '';
        }
    }

    /** A card that was taken out and put in again is mounted anew. */
    private function sighting(Volume $volume): string
    {
        $stat = @stat($volume->path);

        return hash('xxh64', implode("\0", [$volume->reading(), $this->mounts->of($volume->path)->id ?? '', $stat['dev'] ?? 0, $stat['ino'] ?? 0]));
    }
}
