<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use VelvetLedger\Core\Hint\Luminance;
use VelvetLedger\Core\Hint\Pixels;

/** Decodes previews with PHP's GD extension, in this process, for a decoder of its own for each frame would take longer than the frame. */
final class PixelsWithGd implements Pixels
{
    public function luminance(string $jpeg, int $edge): ?Luminance
    {
        $image = @imagecreatefromstring($jpeg);
        if (false === $image) {
            return null;
        }
        $scale = $edge / max(imagesx($image), imagesy($image));
        if ($scale < 1) {
            $small = imagescale($image, max(1, (int) round(imagesx($image) * $scale)), max(1, (int) round(imagesy($image) * $scale)), \IMG_BILINEAR_FIXED);
            $image = false === $small ? $image : $small;
        }
        $width = imagesx($image);
        $height = imagesy($image);
        $values = '';
        for ($y = 0; $y < $height; ++$y) {
            for ($x = 0; $x < $width; ++$x) {
                $rgb = imagecolorat($image, $x, $y);
                $values .= \chr((int) (0.299 * ($rgb >> 16 & 255) + 0.587 * ($rgb >> 8 & 255) + 0.114 * ($rgb & 255) + 0.5));
            }
        }

        return new Luminance($values, $width, $height);
    }
}
