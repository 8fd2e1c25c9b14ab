<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A file could not be given its stamp; it stays as it was. */
final class CouldNotStamp extends \RuntimeException implements CouldNot
{
    use Said;

    public static function embed(string $file, string $because): self
    {
        return new self(\sprintf('%s could not be stamped: %s. It is as it was.', basename($file), rtrim($because, '. ')), $file, $because);
    }

    public static function picture(string $file): self
    {
        return new self(\sprintf('%s was not stamped: with the stamp in it, its picture was not the same. It is as it was.', basename($file)), $file);
    }

    public static function packet(string $file, string $because): self
    {
        return new self(\sprintf('%s was not stamped: what is written in it already is damaged (%s). It is as it was.', basename($file), rtrim($because, '. ')), $file, $because);
    }

    public static function changedSince(string $file): self
    {
        return new self(\sprintf('%s was changed by another program since. It was not touched.', basename($file)), $file);
    }

    public static function notThere(string $file): self
    {
        return new self(\sprintf('%s is not there, or not as the ledger has it. Nothing was written.', basename($file)), $file);
    }

    /** The same, told of the file that the photographer knows. */
    public function about(string $file): self
    {
        return new self(str_replace(basename($this->place()), basename($file), $this->getMessage()), $file, $this->reason());
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotNow;
    }
}
