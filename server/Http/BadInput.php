<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

/** A request does not have the shape that it must. */
final class BadInput extends \RuntimeException
{
    public static function field(string $name, string $must): self
    {
        return new self(\sprintf('The field "%s" %s.', $name, $must));
    }
}
