<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Hint;

/**
 * The brightness of a small picture: uint8, row major, width x height, as Y' of Rec. ITU-R BT.601
 * (0.299 R' + 0.587 G' + 0.114 B'), gamma-coded as the preview is.
 */
final readonly class Luminance
{
    /**
     * @param string      $values  one byte a pixel
     * @param string|null $colours what share of its pixels, 0 to 255, has each of 27 colours: R', G' and B' in three steps each, red the
     *                             slowest; 54 hexadecimal digits; null of a grey picture, or where nobody asked
     */
    public function __construct(public string $values, public int $width, public int $height, public ?string $colours = null)
    {
        if (\strlen($values) !== $width * $height) {
            throw new \InvalidArgumentException(\sprintf('%d values for %d x %d pixels', \strlen($values), $width, $height));
        }
    }

    /** @return array<int, int> value 0 to 255 => pixels; values that do not occur are missing */
    public function histogram(): array
    {
        return count_chars($this->values, 1);
    }
}
