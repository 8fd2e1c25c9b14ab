<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use Psr\Cache\CacheItemPoolInterface;
use VelvetLedger\Core\Capture\FactsReader;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\CardIdentity;
use VelvetLedger\Core\Card\CardListing;
use VelvetLedger\Core\Card\CardWalker;
use VelvetLedger\Core\Card\CouldNotList;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Card\FrameGrouping;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Card\TellsVolume;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Shoot\Body;
use VelvetLedger\Core\Transfer\QuickPrint;

/** What can be said of a card from its directory and its first still, kept until one of its DCIM folders changes. */
final readonly class CardSummaries
{
    /** Seconds; FAT counts a folder's time in steps of two. */
    private const SETTLED = 3;
    private const FOLDER = 15;

    public function __construct(private CacheItemPoolInterface $cache, private CardWalker $walker, private TellsVolume $volumes, private FactsReader $facts)
    {
    }

    /** @param string $path where it is mounted */
    public function of(string $path): CardSummary
    {
        $item = $this->cache->getItem('summary.'.hash('xxh64', $path).'.'.$this->stamp($path));
        $known = $item->get();
        if ($known instanceof CardSummary) {
            return $known;
        }
        $summary = $this->fresh($path);
        // A folder that changed just now may change again within the second that its time counts; a camera's clock may be ahead.
        if (abs(time() - max($this->times($path))) > self::SETTLED) {
            $this->cache->save($item->set($summary)->expiresAfter(86400));
        }

        return $summary;
    }

    /** The same of a folder that is no card: good for some seconds. */
    public function ofFolder(string $path): CardSummary
    {
        $item = $this->cache->getItem('folder.'.hash('xxh64', $path));
        $known = $item->get();
        if (!$known instanceof CardSummary) {
            $known = $this->fresh($path);
            $this->cache->save($item->set($known)->expiresAfter(self::FOLDER));
        }

        return $known;
    }

    /** The same, read now: of a folder that is no card, no folder's time says whether it changed further down. */
    public function fresh(string $path): CardSummary
    {
        try {
            $listing = $this->walker->list($path);
        } catch (CouldNotList) {
            $listing = new CardListing([], []);
        }
        $times = array_map(static fn (CardFile $file): int => $file->modifiedAt, $listing->stills());

        return new CardSummary(
            CardIdentity::of($this->volumes->uuid($path), PathText::of(basename($path)), $listing, $this->within($path, $listing)),
            \count(FrameGrouping::of($listing->files)->frames),
            \count($listing->files),
            $listing->bytes(),
            [] === $times ? null : min($times),
            [] === $times ? null : max($times),
        );
    }

    private function within(string $path, CardListing $listing): string
    {
        $first = $listing->stills()[0] ?? null;
        if (null === $first) {
            return '';
        }
        $found = [];
        foreach ([fn (string $file): ?string => Body::of($this->facts->read($file))?->name(), QuickPrint::ofFile(...)] as $ask) {
            try {
                $found[] = $ask($path.'/'.$first->path);
            } catch (CouldNot) {
                $found[] = null; // it is told by its name, size and time all the same
            }
        }

        return implode(' ', $found);
    }

    private function stamp(string $path): string
    {
        $times = [];
        foreach ($this->times($path) as $folder => $time) {
            $times[] = $folder.':'.$time.':'.((int) @fileinode((string) $folder));
        }

        return hash('xxh64', implode('|', [$this->volumes->uuid($path) ?? '', ...$times]));
    }

    /** @return non-empty-array<array-key, int> folder => when it was last changed, Unix seconds */
    private function times(string $path): array
    {
        clearstatcache();
        $times = [];
        foreach ([$path, $path.'/DCIM', ...FolderNames::matching($path.'/DCIM/*')] as $folder) {
            $times[$folder] = (int) @filemtime($folder);
        }

        return $times;
    }
}
