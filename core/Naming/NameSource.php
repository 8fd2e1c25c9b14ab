<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Naming;

use VelvetLedger\Core\Capture\CapturedAt;

/** All that the name of one frame can draw on. */
final readonly class NameSource
{
    /**
     * @param CapturedAt $taken        of the frame for its name; of its shoot's day for its folder
     * @param CapturedAt $intake       when it is brought in, by this machine's clock
     * @param string     $originalName on the card, without its extension
     * @param string     $cardFolders  from the card's root, '/' between them
     */
    public function __construct(
        public CapturedAt $taken,
        public CapturedAt $intake,
        public string $description = '',
        public string $originalName = '',
        public string $body = '',
        public string $cardFolders = '',
        public string $kindOfWork = '',
        public Beside $beside = new Beside(),
    ) {
    }
}
