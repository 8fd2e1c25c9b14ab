<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use Psr\Cache\CacheItemPoolInterface;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Hint\FrameHint;
use VelvetLedger\Core\Hint\Hints;
use VelvetLedger\Core\Hint\Measurement;
use VelvetLedger\Core\Hint\Pixels;
use VelvetLedger\Core\Shoot\CaptureOrder;

/** Measures the previews of a card's frames, as many as a moment allows, and says what they hint at. */
final readonly class CardHints
{
    /** Previews at least this long are measured; a longer one is scaled down to it. */
    private const EDGE = 120;

    private const MEASURED_EDGE = 160;

    public function __construct(private Pixels $pixels, private CacheItemPoolInterface $cache)
    {
    }

    /**
     * @param list<ReadFrame> $frames
     *
     * @return array{int, int, array<string, list<FrameHint>>} previews measured, previews in all, hints by frame key
     */
    public function within(Volume $volume, array $frames, float $seconds): array
    {
        $until = microtime(true) + $seconds;
        $item = $this->cache->getItem('measured.'.$volume->reading());
        $stored = $item->get();
        /** @var array<string, Measurement|null> $known */
        $known = \is_array($stored) ? $stored : [];
        $frames = array_values(array_filter(CaptureOrder::ofRead($frames), static fn (ReadFrame $frame): bool => null !== $frame->factsFrom && [] !== $frame->facts?->previews));
        $measured = [];
        $done = $news = 0;
        foreach ($frames as $frame) {
            $lead = $frame->frame->lead();
            $signature = hash('xxh64', "$lead->path|$lead->bytes|$lead->modifiedAt");
            if (!\array_key_exists($signature, $known)) {
                if (microtime(true) > $until) {
                    continue;
                }
                $known[$signature] = $this->measure($volume, $frame);
                ++$news;
            }
            ++$done;
            if (null !== $known[$signature]) {
                $measured[$frame->frame->key] = $known[$signature];
            }
        }
        if ($news > 0) {
            $this->cache->save($item->set($known));
        }

        return [$done, \count($frames), Hints::of($frames, $measured)];
    }

    private function measure(Volume $volume, ReadFrame $frame): ?Measurement
    {
        $preview = $frame->facts?->previewFor(self::EDGE);
        if (null === $preview || null === $frame->factsFrom) {
            return null;
        }
        try {
            $picture = $this->pixels->luminance(Bytes::ofFile($volume->path.'/'.$frame->factsFrom->path)->read($preview->offset, $preview->length), self::MEASURED_EDGE);
        } catch (BrokenFile|CouldNotRead) {
            return null;
        }

        return null === $picture ? null : Measurement::of($picture);
    }
}
