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

    public static function notHandedOver(string $store, string $at): self
    {
        return new self("The ledger at $store was not handed over: its latest dump is of $at, and it may have gone on since. Hand it over there first (bin/ledger hand-over); or, if that machine is gone, bin/ledger restore makes it from that dump. Nothing was taken over.", $store);
    }

    public static function notTakenIn(string $because): self
    {
        return new self(ucfirst(rtrim($because, '.')).'. Nothing was taken in.', '', $because);
    }

    public static function isOpenElsewhere(string $store): self
    {
        return new self("The ledger that was handed over by $store was opened since, on this machine or another, and not handed back. Hand it over there first; or, if that machine is gone, say bin/ledger goes-on here, or bin/ledger restore in an empty home. Nothing was taken over.", $store);
    }

    public static function isAnother(): self
    {
        return new self('The ledger of this home is another, or knows more than the one that was handed over: it stays as it is. Take over into another home (LEDGER_HOME), or hand this one over first. Nothing was taken over.');
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
