<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use VelvetLedger\Server\Settings\Megabytes;
use VelvetLedger\Server\Settings\Store;

/** An intake cannot begin as it was asked for; nothing was copied. */
final class CouldNotBegin extends \RuntimeException
{
    public static function nothingToBringIn(): self
    {
        return new self('There is nothing to bring in: no frame of this card is marked.');
    }

    public static function noRoom(Store $store, int $needed, int $free): self
    {
        return new self(\sprintf('The store %s has %s free and this intake needs %s. Make room or leave frames out; nothing was copied.', $store->name, Megabytes::of($free), Megabytes::of($needed)));
    }

    public static function alreadyRunning(int $receipt): self
    {
        return new self(\sprintf('Receipt %d is still being written from this card. Wait for it to end, or look at it first.', $receipt));
    }
}
