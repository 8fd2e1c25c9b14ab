<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Programs;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** Folders or files could not be opened in a program. */
final class CouldNotOpenElsewhere extends \RuntimeException implements CouldNot
{
    use Said;

    /** @param list<string> $known */
    public static function unknown(string $name, array $known): self
    {
        return new self(\sprintf('The settings name no program "%s"%s.', $name, [] === $known ? ', nor any other: they are named under "programs" in settings.yaml' : '; there are '.implode(', ', $known)));
    }

    public static function failed(string $name, string $command, string $because): self
    {
        return new self(\sprintf('It was not opened in %s: "%s" did not start (%s).', $name, $command, $because), $command, $because);
    }

    public static function nothingThere(string $what): self
    {
        return new self(\sprintf('Nothing of %s is on a drive that is here now.', $what));
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotNow;
    }
}
