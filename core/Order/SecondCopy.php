<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

/** When the copies on mirrors are made. Until then a card that wants two waits for them. */
enum SecondCopy: string
{
    /** While the card is brought in, as far as the mirrors are there. */
    case AtOnce = 'at once';

    /** When the first look at a shoot is over, of what was not dropped. */
    case KeptAfterLook = 'kept, after first look';

    /** When the first look at a shoot is over, of all of it. */
    case AllAfterLook = 'all, after first look';

    /** When somebody says so. */
    case WhenSaid = 'when it is said';

    /** Why some have none when a first look is over. */
    public const OF_KEPT = 'what was dropped has no second copy: have one made where it lies, or let it go for good';

    /** Why there are no second copies yet; '' where nothing keeps them. */
    public function inWords(): string
    {
        return match ($this) {
            self::AtOnce => '',
            self::KeptAfterLook => 'second copies are made after first look, of what is not dropped',
            self::AllAfterLook => 'second copies are made after first look',
            self::WhenSaid => 'second copies are made when you say so',
        };
    }
}
