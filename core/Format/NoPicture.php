<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format;

/** A file that has a still's name and not one byte of a still in it: there is nothing to bring in. */
final class NoPicture extends \RuntimeException
{
    public static function isEmpty(): self
    {
        return new self('the file is empty (0 bytes)');
    }

    public static function onlyZeros(): self
    {
        return new self('it starts with nothing but zeros, as a damaged card returns them');
    }
}
