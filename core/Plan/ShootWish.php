<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Order\CouldNotOrder;
use VelvetLedger\Core\Order\Destination;
use VelvetLedger\Core\Order\StandingOrder;

/** What the photographer says of one shoot; null means as the desk's order has it. */
final readonly class ShootWish
{
    /** Characters of a description: what stands in folder and file names of it is shorter. */
    private const LONGEST = 500;

    /**
     * @param string|null        $folder exactly this folder, from the store's root
     * @param ExistingShoot|null $into   a shoot to be joined, its numbers going on
     *
     * @throws CouldNotOrder
     */
    public function __construct(
        public string $description = '',
        public bool $leftOut = false,
        public ?StandingOrder $order = null,
        public ?Destination $destination = null,
        public ?string $folder = null,
        public ?ExistingShoot $into = null,
    ) {
        if (mb_strlen($description) > self::LONGEST) {
            throw CouldNotOrder::descriptionTooLong(self::LONGEST);
        }
    }
}
