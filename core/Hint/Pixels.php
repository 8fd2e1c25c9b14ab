<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Hint;

/** Decodes previews to small pictures of their brightness. */
interface Pixels
{
    /**
     * Null where a stream cannot be decoded, or only at a cost that no preview is worth.
     *
     * @template TKey of array-key
     *
     * @param array<TKey, string> $jpegs streams
     * @param int                 $edge  pixels that a picture's longer side is scaled down to, where it is longer
     * @param bool                $grey  whether brightness alone will do, as the library weighs it: several times as fast, and no colours
     *
     * @return array<TKey, Luminance|null>
     */
    public function luminances(array $jpegs, int $edge, bool $grey = false): array;
}
