<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A standing order asks for what cannot be. */
final class CouldNotOrder extends \DomainException implements CouldNot
{
    use Said;

    public static function outside(string $folder): self
    {
        return new self(\sprintf('"%s" is no folder within a store: names with one slash between them, none beginning with a full stop.', $folder));
    }

    public static function subfolder(string $folder, string $better): self
    {
        return new self(\sprintf('Not every file system takes a subfolder called "%s"%s.', $folder, '' === $better ? '' : \sprintf('; "%s" would do', $better)));
    }

    public static function framesInto(string $folder): self
    {
        return new self(\sprintf('Frames cannot go into "%s": it is not among the subfolders.', $folder));
    }

    public static function stageWithoutName(): self
    {
        return new self('Give a stage\'s tree a name of up to 80 letters.');
    }

    public static function stageRoot(string $stage, string $root): self
    {
        return new self("The tree \"$stage\" is to stand in a folder of its store, as \"Finished\": \"$root\" cannot be one on every file system.");
    }

    public static function stageTwice(): self
    {
        return new self('Two stages stand in one folder: give each tree a folder of its own.');
    }

    public static function tooManySubfolders(int $most): self
    {
        return new self(\sprintf('There are at most %d subfolders.', $most));
    }

    public static function descriptionTooLong(int $most): self
    {
        return new self(\sprintf('A shoot\'s description is at most %d characters long.', $most));
    }

    public static function preview(int $least, int $most): self
    {
        return new self("A preview's longer side is $least to $most pixels.");
    }

    public static function copies(int $most): self
    {
        return new self(\sprintf('A card is cleared by 1 to %d proven copies of each file.', $most));
    }

    public static function noName(): self
    {
        return new self('A standing order has a name of 1 to 80 characters.');
    }

    public function kind(): FailureKind
    {
        return FailureKind::Asked;
    }
}
