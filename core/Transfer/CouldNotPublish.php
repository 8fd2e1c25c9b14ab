<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** A proven copy could not be given its final name. */
final class CouldNotPublish extends \RuntimeException
{
    private function __construct(string $message, public readonly string $path)
    {
        parent::__construct($message);
    }

    public static function nameTaken(string $path): self
    {
        return new self(\sprintf('%s is taken by another file since the plan was made. That file was not touched.', $path), $path);
    }

    public static function refused(string $path, string $reason): self
    {
        return new self(\sprintf('%s could not be named so: %s.', $path, $reason), $path);
    }
}
