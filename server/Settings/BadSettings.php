<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Settings;

/** The settings file does not say what it must. */
final class BadSettings extends \RuntimeException
{
    public static function inFile(string $file, string $what): self
    {
        return new self(\sprintf('The settings in %s cannot be used: %s Nothing was changed; correct the file and try again.', $file, $what));
    }
}
