<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

/** Whether all else on a card is brought along, as it is and under the names that it has: the camera's own files, and what nobody knows. */
enum Others: string
{
    case Stay = 'stay on the card';
    case InShoot = 'in a subfolder of the shoot';
    case ByCard = "in a folder of the card's name";

    public const SUBFOLDER = 'other files';
}
