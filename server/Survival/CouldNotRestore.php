<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;
use VelvetLedger\Core\Words\Count;

/** The ledger was not restored. What is in the home, and the dumps, are as they were. */
final class CouldNotRestore extends \RuntimeException implements CouldNot
{
    use Said;

    public static function noDump(string $folder): self
    {
        return new self("There is no dump of a ledger in $folder. Name the folder of a store, as it is mounted here; nothing was restored.", $folder);
    }

    public static function noStore(string $folder): self
    {
        return new self("$folder is no store: there is no mark of one in it. Name the folders of stores, as they are mounted here; nothing was made.", $folder);
    }

    public static function noneSoOld(string $at): self
    {
        return new self("No dump there is of $at or before. Nothing was restored.", $at);
    }

    /** @param list<string> $because a sentence for each dump that was tried */
    public static function noneWhole(array $because): self
    {
        return new self(implode(' ', $because).' Nothing was restored.');
    }

    public static function hasFrames(int $frames): self
    {
        return new self(\sprintf('This home has a ledger already, of %s, and stays as it is. Restore into another home (LEDGER_HOME), or put this one away first. Nothing was restored.', Count::of($frames, 'frame')));
    }

    public static function noTime(string $given): self
    {
        return new self("\"$given\" is not a day or a time, as \"2026-05-04\" or \"2026-05-04 21:14\". Nothing was restored.", $given);
    }

    public function kind(): FailureKind
    {
        return FailureKind::Asked;
    }
}
