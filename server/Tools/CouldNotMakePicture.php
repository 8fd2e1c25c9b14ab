<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

/** There is no picture to show of a file. */
final class CouldNotMakePicture extends \RuntimeException
{
    public static function noneInside(): self
    {
        return new self('The file holds no preview that can be shown.');
    }

    public static function libraryRefused(string $reason): self
    {
        return new self('The preview cannot be decoded: '.$reason);
    }
}
