<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Stores\Store;

/** An intake cannot begin as it was asked for; nothing was copied. */
final class CouldNotBegin extends \RuntimeException implements CouldNot
{
    use Said;

    public static function nothingToBringIn(): self
    {
        return new self('There is nothing to bring in: no frame of this card is marked.');
    }

    public static function noRoom(Store $store, int $needed, int $free): self
    {
        return new self(\sprintf('The store %s has %s free and this intake needs %s. Make room or leave frames out; nothing was copied.', $store->name, Size::of($free), Size::of($needed)), $store->path);
    }

    public static function alreadyRunning(int $receipt): self
    {
        return new self(\sprintf('Receipt %d is still being written from this card. Wait for it to end, or look at it first.', $receipt));
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotNow;
    }
}
