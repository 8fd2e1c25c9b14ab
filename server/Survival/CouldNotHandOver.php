<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;
use VelvetLedger\Core\Words\Day;
use VelvetLedger\Server\Persistence\Survival\HandedOver;

/** The ledger was not handed over, or it is, and does nothing here. */
final class CouldNotHandOver extends \RuntimeException implements CouldNot
{
    use Said;

    public static function noStore(string $folder): self
    {
        return new self("$folder is no store of this ledger. Name the folder of a store, as it is mounted here; nothing was handed over.", $folder);
    }

    public static function underWay(int $receipt): self
    {
        return new self("Receipt $receipt is still coming in. Let it end, or stop it, and hand over then; nothing was handed over.");
    }

    public static function notDumped(string $because, string $store): self
    {
        return new self(\sprintf('The ledger has no proven dump at %s: %s. Nothing was handed over; it goes on here.', $store, rtrim($because, '.')), $store, $because);
    }

    public static function notWritten(string $path, string $store): self
    {
        return new self("$path could not be written, so the other machine cannot take the ledger over. It is closed here: hand it over by $store once more, or say bin/ledger goes-on.", $path);
    }

    public static function closed(HandedOver $closed): self
    {
        return new self(\sprintf('This ledger was handed over by %s on %s, and is closed here. Take it back when it was handed over there (bin/ledger take-over FOLDER); or, if it was never opened there, say bin/ledger goes-on.', $closed->by, Day::withTime($closed->at)), $closed->by);
    }

    public function kind(): FailureKind
    {
        return FailureKind::Asked;
    }
}
