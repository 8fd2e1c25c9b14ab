<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;

/** A proven copy could not be given its final name. */
final class CouldNotPublish extends \RuntimeException implements CouldNot
{
    /** @param bool $isChanged whether what stands there was the file once, and is another by now */
    private function __construct(string $sentence, public readonly string $path, private readonly string $reason, public readonly bool $isChanged = false)
    {
        parent::__construct($sentence);
    }

    public function place(): string
    {
        return $this->path;
    }

    public function reason(): string
    {
        return $this->reason;
    }

    public static function changedSince(string $path): self
    {
        return new self(\sprintf('%s was changed by another program since. It was not touched.', $path), $path, 'it was changed by another program since', true);
    }

    public static function nameTaken(string $path): self
    {
        return new self(\sprintf('%s is taken by another file since the plan was made. That file was not touched.', $path), $path, 'the name is taken');
    }

    public static function refused(string $path, string $reason): self
    {
        return new self(\sprintf('%s could not be named so: %s.', $path, $reason), $path, $reason);
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotNow;
    }
}
