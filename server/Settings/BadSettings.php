<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Settings;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** The settings file does not say what it must. */
final class BadSettings extends \RuntimeException implements CouldNot
{
    use Said;

    public static function inFile(string $file, string $what): self
    {
        return new self(\sprintf('The settings in %s cannot be used: %s Nothing was changed; correct the file and try again.', $file, $what));
    }

    public function kind(): FailureKind
    {
        return FailureKind::SetUp;
    }
}
