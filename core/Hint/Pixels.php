<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Hint;

/** Decodes a preview to a small picture of its brightness. */
interface Pixels
{
    /**
     * Null where the stream cannot be decoded.
     *
     * @param int $edge pixels that the picture's longer side is scaled down to, where it is longer
     */
    public function luminance(string $jpeg, int $edge): ?Luminance;
}
