<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A file's bytes do not keep to the format that its first bytes promise. */
final class BrokenFile extends \RuntimeException implements CouldNot
{
    use Said;

    public static function endsEarly(int $wanted, int $size): self
    {
        return new self(\sprintf('the file ends at byte %d, but byte %d is needed', $size, $wanted));
    }

    public static function notKnown(string $firstBytes): self
    {
        return new self(\sprintf('its first bytes (%s) are those of no still-picture format known here', bin2hex($firstBytes)));
    }

    public static function structure(string $format, string $what): self
    {
        return new self(\sprintf('damaged %s structure: %s', $format, $what));
    }

    public function kind(): FailureKind
    {
        return FailureKind::Unreadable;
    }
}
