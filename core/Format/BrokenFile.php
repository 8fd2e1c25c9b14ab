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

    /**
     * @param int $from   where bytes were asked for that are not all there
     * @param int $length of them; a damaged file may ask for any number
     */
    public static function endsEarly(int $from, int $length, int $size): self
    {
        return new self(\sprintf('the file ends at byte %d, but byte %.0f is needed', $size, (float) $from + $length));
    }

    public static function notKnown(string $firstBytes): self
    {
        return new self(\sprintf('its first bytes (%s) are those of no still-picture format known here', bin2hex($firstBytes)));
    }

    public static function entangled(): self
    {
        return new self('what stands in it leads on without end; no more of it was read');
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
