<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Jpeg\JpegReader;

/** A picture to show of a raw: a baseline JPEG stream in colour, not turned. */
final readonly class RenderedPreview
{
    /** @param array{int, int} $subsampling how many samples of brightness there are to one of colour, across and down */
    private function __construct(public string $jpeg, public int $width, public int $height, public array $subsampling)
    {
    }

    /** Null where a TIFF reader could not show it (TIFF Technical Note 2): it is no baseline JPEG of three components. */
    public static function ofJpeg(string $jpeg): ?self
    {
        try {
            $bytes = Bytes::ofString($jpeg);
            foreach (JpegReader::at($bytes)->segments as $segment) {
                if (0xC0 === $segment->marker) {
                    /** @var array{precision: int, height: int, width: int, components: int, sampling: int} $frame */
                    $frame = unpack('Cprecision/nheight/nwidth/Ccomponents/Cid/Csampling', $bytes->read($segment->at, 8));

                    return 8 === $frame['precision'] && 3 === $frame['components'] && $frame['width'] > 0 && $frame['height'] > 0 ? new self($jpeg, $frame['width'], $frame['height'], [$frame['sampling'] >> 4, $frame['sampling'] & 15]) : null;
                }
            }
        } catch (BrokenFile) {
            // none that can be shown
        }

        return null;
    }
}
