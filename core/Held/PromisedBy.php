<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

/** An intake under way from another card, or from this one, will bring the same file in. */
final readonly class PromisedBy
{
    /**
     * @param int    $receipt number of that intake
     * @param string $print   quick print of the file
     */
    public function __construct(public int $receipt, public string $card, public string $print)
    {
    }

    public function inWords(): string
    {
        return \sprintf('comes in by receipt %d, from %s', $this->receipt, $this->card);
    }
}
