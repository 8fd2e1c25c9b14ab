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
use VelvetLedger\Core\Hint\Luminance;
use VelvetLedger\Core\Hint\Measurement;
use VelvetLedger\Core\Hint\Pixels;
use VelvetLedger\Core\Hint\Shot;
use VelvetLedger\Core\Shoot\CaptureOrder;
use VelvetLedger\Server\Pace\Pace;

/** Measures the previews of a card's frames, as many as a moment allows, and says what they hint at. */
final readonly class CardHints
{
    /** Previews at least this long are measured; a longer one is scaled down to it. */
    private const EDGE = 120;

    private const MEASURED_EDGE = 160;

    private const AT_ONCE = 32;
    private const BYTES_AT_ONCE = 48_000_000;

    public function __construct(private Pixels $pixels, private CacheItemPoolInterface $cache, private Pace $pace)
    {
    }

    /**
     * What is known, of each card by itself; nothing is measured for it.
     *
     * @param list<ReadFrame> $frames of the desk's cards
     *
     * @return array{int, int, array<array-key, list<FrameHint>>} as within
     */
    public function soFar(CardsOnDesk $desk, array $frames): array
    {
        $measured = $of = 0;
        $hints = [];
        foreach ($desk->volumes as $volume) {
            $found = $this->within($volume, array_values(array_filter($frames, static fn (ReadFrame $frame): bool => $desk->volumeOf($frame->frame->lead()) === $volume)), -1);
            [$measured, $of, $hints] = [$measured + $found[0], $of + $found[1], $hints + $found[2]];
        }

        return [$measured, $of, $hints];
    }

    /**
     * Measures for about $seconds, and at least some.
     *
     * @param list<ReadFrame> $frames
     *
     * @return array{int, int, array<array-key, list<FrameHint>>} previews measured, previews in all, hints by frame key
     *
     * @throws SourceGone where the card left meanwhile
     */
    public function within(Volume $volume, array $frames, float $seconds): array
    {
        $slice = $this->pace->slice($seconds);
        $item = $this->cache->getItem('measured.'.$volume->reading());
        $stored = $item->get();
        /** @var array<string, Measurement|null> $known */
        $known = \is_array($stored) ? $stored : [];
        $frames = array_values(array_filter(CaptureOrder::ofRead($frames), static fn (ReadFrame $frame): bool => null !== $frame->factsFrom && [] !== $frame->facts?->previews));
        $signed = [];
        foreach ($frames as $frame) {
            $lead = $frame->frame->lead();
            $signed[hash('xxh64', "$lead->path|$lead->bytes|$lead->modifiedAt")] = $frame;
        }
        $before = \count($known);
        $lots = self::lots(array_diff_key($signed, $known));
        foreach ($lots as $i => $some) {
            if ($seconds < 0 || ($i > 0 && $slice->isOver())) {
                break;
            }
            $known += $this->measure($volume, $some);
        }
        $measured = [];
        foreach (array_intersect_key($known, $signed) as $signature => $measurement) {
            if (null !== $measurement) {
                $measured[$signed[$signature]->frame->key] = $measurement;
            }
        }
        if (\count($known) > $before) {
            $this->cache->save($item->set($known));
        }

        return [\count(array_intersect_key($known, $signed)), \count($signed), Hints::of(array_map(Shot::ofRead(...), $frames), $measured)];
    }

    /**
     * As many at once as are worth a process of their own, and can be held in memory: where there is no small preview, it is the whole picture.
     *
     * @param array<string, ReadFrame> $frames
     *
     * @return list<non-empty-array<string, ReadFrame>>
     */
    private static function lots(array $frames): array
    {
        $lots = [];
        $bytes = $last = 0;
        foreach ($frames as $signature => $frame) {
            $length = $frame->facts?->previewFor(self::EDGE)->length ?? 0;
            if (!isset($lots[$last]) || \count($lots[$last]) >= self::AT_ONCE || $bytes + $length > self::BYTES_AT_ONCE) {
                $last = \count($lots);
                $bytes = 0;
            }
            $lots[$last][$signature] = $frame;
            $bytes += $length;
        }

        return array_values($lots);
    }

    /**
     * @param array<string, ReadFrame> $frames
     *
     * @return array<string, Measurement|null> of each
     */
    private function measure(Volume $volume, array $frames): array
    {
        $previews = array_filter(array_map(static fn (ReadFrame $frame): ?string => self::preview($volume, $frame), $frames), \is_string(...));
        $measured = array_map(static fn (?Luminance $picture): ?Measurement => null === $picture ? null : Measurement::of($picture), $this->pixels->luminances($previews, self::MEASURED_EDGE));

        foreach ($frames as $frame) {
            clearstatcache(true, $volume->path.'/'.$frame->frame->lead()->path);
            if (false === @lstat($volume->path.'/'.$frame->frame->lead()->path)) {
                throw SourceGone::card($volume->label()); // that nothing could be measured then says nothing of its pictures
            }
        }

        return $measured + array_map(static fn (): null => null, $frames);
    }

    private static function preview(Volume $volume, ReadFrame $frame): ?string
    {
        $preview = $frame->facts?->previewFor(self::EDGE);
        try {
            return null === $preview || null === $frame->factsFrom ? null : Bytes::ofFile($volume->path.'/'.$frame->factsFrom->path)->read($preview->offset, $preview->length);
        } catch (BrokenFile|CouldNotRead) {
            return null;
        }
    }
}
