<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** There is no picture to show of a file. */
final class CouldNotMakePicture extends \RuntimeException implements CouldNot
{
    use Said;

    public static function noneInside(): self
    {
        return new self('The file holds no preview that can be shown.');
    }

    public static function libraryRefused(string $reason): self
    {
        return new self('The preview cannot be decoded: '.$reason);
    }

    public static function tooCostly(): self
    {
        return new self('The preview takes more time or memory to decode than any camera\'s does.');
    }

    public function kind(): FailureKind
    {
        return FailureKind::Unreadable;
    }
}
