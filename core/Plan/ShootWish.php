<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Held\ExistingShoot;
use VelvetLedger\Core\Order\CouldNotOrder;
use VelvetLedger\Core\Order\Destination;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Stamp\StampTexts;

/** What the photographer says of one shoot; null means as the desk's order has it. */
final readonly class ShootWish
{
    /** Characters of a description: what stands in folder and file names of it is shorter. */
    private const LONGEST = 500;

    /**
     * @param string|null        $folder   exactly this folder, from the store's root
     * @param ExistingShoot|null $into     a shoot to be joined, its numbers going on
     * @param StampTexts|null    $texts    what is stamped on its frames: job, event, place
     * @param list<list<string>> $keywords of its frames, beside the order's
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
        public ?StampTexts $texts = null,
        public array $keywords = [],
    ) {
        if (mb_strlen($description) > self::LONGEST) {
            throw CouldNotOrder::descriptionTooLong(self::LONGEST);
        }
    }

    /** Whether it says what the shoot is or where it goes, so that nothing is proposed. */
    public function saysWhere(): bool
    {
        return '' !== trim($this->description) || $this->leftOut || null !== $this->destination || null !== $this->folder || null !== $this->into;
    }

    /** The same, joining a shoot by proposal. */
    public function joining(ExistingShoot $shoot): self
    {
        return new self($this->description, $this->leftOut, $this->order, $this->destination, $this->folder, $shoot, $this->texts, $this->keywords);
    }
}
