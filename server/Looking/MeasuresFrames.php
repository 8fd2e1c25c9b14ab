<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Looking;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Hint\Luminance;
use VelvetLedger\Core\Hint\Measurement;
use VelvetLedger\Core\Hint\PerceptualPrint;
use VelvetLedger\Core\Hint\Pixels;
use VelvetLedger\Core\Hint\Sharpness;
use VelvetLedger\Server\Persistence\Shoots\FrameMeasured;
use VelvetLedger\Server\Persistence\Shoots\MeasurementRepository;
use VelvetLedger\Server\Stores\FramePictures;
use VelvetLedger\Server\Tools\CouldNotMakePicture;

/** Measures pictures of frames in the ledger: what they hint at by the same small preview as on a card, how sharp they are and what they look like by a larger one. */
final readonly class MeasuresFrames
{
    /** Of the small preview and what it is scaled to, as on a card. */
    private const SMALL = 120;
    private const SMALL_EDGE = 160;

    /** To which the picture is scaled whose sharpness is measured. */
    private const LARGE_EDGE = 1024;

    public function __construct(private FramePictures $pictures, private Pixels $pixels, private MeasurementRepository $measurements)
    {
    }

    /**
     * Those that are not measured yet, of these frames.
     *
     * @param list<int>        $frames some dozens at most: their pictures are in memory all at once
     * @param \Closure(): void $watch  what it throws ends it where it is
     */
    public function of(array $frames, \Closure $watch): void
    {
        $small = $large = $because = $away = [];
        foreach ($this->measurements->toMeasure($frames) as $frame) {
            $watch();
            try {
                $large[$frame] = $this->pictures->of($frame, FramePictures::SCREEN);
                $small[$frame] = $this->small($frame) ?? $large[$frame];
            } catch (CouldNotMakePicture|BrokenFile $failure) {
                $because[$frame] = $failure->getMessage();
            } catch (CouldNot) {
                $away[] = $frame; // it is not where it should be, or its drive is not there
            }
        }
        $measured = [];
        $thumbs = $this->pixels->luminances($small, self::SMALL_EDGE);
        $watch();
        foreach ($this->pixels->luminances($large, self::LARGE_EDGE, true) as $frame => $picture) {
            $watch();
            $measured[] = $this->measured($frame, $thumbs[$frame] ?? null, $picture, null);
        }
        foreach ($because as $frame => $why) {
            $measured[] = $this->measured($frame, null, null, $why);
        }
        $this->measurements->enter($measured);
        $this->measurements->awayWith($away);
    }

    /** Null where there is none, or its drive is not there while the large one is kept. */
    private function small(int $frame): ?string
    {
        try {
            return $this->pictures->preview($frame, self::SMALL);
        } catch (CouldNot) {
            return null;
        }
    }

    private function measured(int $frame, ?Luminance $small, ?Luminance $large, ?string $because): FrameMeasured
    {
        return new FrameMeasured(
            $frame,
            null === $small ? null : Measurement::of($small),
            null === $large ? null : Sharpness::of($large),
            null === $large ? null : PerceptualPrint::of($large),
            $small?->colours,
            null === $large ? $because ?? 'it could not be decoded' : null,
        );
    }
}
