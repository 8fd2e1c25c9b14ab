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

    private ?PictureChange $change = null;

    /** What came to the file, where it is not as it was. */
    public function change(): ?PictureChange
    {
        return $this->change;
    }

    private static function since(PictureChange $change, string $file, string $what): self
    {
        $failure = new self(basename($file).' '.$what, $file);
        $failure->change = $change;

        return $failure;
    }

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

    /** The file is not as the ledger has it. */
    public static function changedSince(string $file, PictureChange $change = PictureChange::OnlyWhatIsSaid): self
    {
        return self::since($change, $file, match ($change) {
            PictureChange::OnlyWhatIsSaid => 'was changed by another program since. It was not touched.',
            PictureChange::Damage => 'is damaged: its picture is not the one that came in. It was not touched, and nothing is copied from it; mend it from a good copy.',
            PictureChange::Edit => 'was edited by another program: its picture is not the one that came in. It was not touched, and is copied over no other; it can be kept beside the original.',
            PictureChange::Unknown => 'was changed by another program, and no good copy is at hand to tell whether its picture is still the one that came in. It was not touched; attach a drive that has a good copy.',
        });
    }

    public static function notThere(string $file): self
    {
        return new self(\sprintf('%s is not there, or not as the ledger has it. Nothing was written.', basename($file)), $file);
    }

    public static function noOriginal(string $file): self
    {
        return self::since(PictureChange::Edit, $file, 'was edited by another program, and no store that is there has a good copy of the original. It was not touched; attach a drive that has one.');
    }

    public static function notNow(string $file): self
    {
        return new self(\sprintf('%s waits: its store is being worked on just now. Try again in a moment.', basename($file)), $file);
    }

    /** The same, told of the file that the photographer knows. */
    public function about(string $file): self
    {
        $failure = new self(str_replace(basename($this->place()), basename($file), $this->getMessage()), $file, $this->reason());
        $failure->change = $this->change;

        return $failure;
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotNow;
    }
}
