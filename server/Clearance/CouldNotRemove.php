<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Clearance;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** Originals stay on their card. */
final class CouldNotRemove extends \RuntimeException implements CouldNot
{
    use Said;

    public static function notAllowed(): self
    {
        return new self('Originals are not removed from cards: "remove_originals" is not set in the settings. Format the card in the camera.');
    }

    public static function notConfirmed(string $label): self
    {
        return new self("Nothing was removed: the name of the card, $label, was not repeated.");
    }

    public static function tooFew(string $path, int $equal, int $wanted): self
    {
        return new self(\sprintf('%s was not removed: %d of %d copies could be compared with it and were the same.', $path, $equal, $wanted), $path);
    }

    public static function refused(string $path): self
    {
        return new self("$path could not be removed: the card refuses it.", $path);
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotNow;
    }
}
