<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A file that has a still's name and not one byte of a still in it: there is nothing to bring in. */
final class NoPicture extends \RuntimeException implements CouldNot
{
    use Said;

    public static function isEmpty(): self
    {
        return new self('the file is empty (0 bytes)');
    }

    public static function onlyZeros(): self
    {
        return new self('it starts with nothing but zeros, as a damaged card returns them');
    }

    public function kind(): FailureKind
    {
        return FailureKind::Unreadable;
    }
}
