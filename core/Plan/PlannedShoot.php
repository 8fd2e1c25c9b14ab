<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** A shoot as it will be: its folder from the store's root, what goes in, and the first and last new name. */
final readonly class PlannedShoot
{
    /**
     * @param string       $id        names it on the desk: the key of the frame that it began at
     * @param string       $anchor    the frame under which something is to be said of it, see Wishes
     * @param string       $day       that its frames belong to, "2026-05-04"
     * @param string       $date      that it is entered under: of the shoot it joins, else the day
     * @param string       $folder    its own, in which subfolders are made
     * @param string       $from      time of its first frame on the card, "2026-05-04T21:14:09"
     * @param int          $frames    on the card
     * @param int          $toBringIn frames
     * @param int          $files     to bring in
     * @param int          $bytes     to bring in
     * @param string|null  $firstName new names of its first and last file; null where nothing is brought in
     * @param int|null     $joins     number in the ledger of the shoot that it joins by the photographer's choice
     * @param list<string> $makes     folders to make in it, for it is new
     * @param list<string> $keys      of its frames, in order of capture
     * @param list<string> $times     when they were taken, clocks put right, "2026-05-04T21:14:09"
     */
    public function __construct(
        public string $id,
        public string $anchor,
        public string $day,
        public string $date,
        public string $description,
        public string $order,
        public string $kindOfWork,
        public string $folder,
        public string $from,
        public string $to,
        public int $frames,
        public int $held,
        public int $leftOut,
        public int $toBringIn,
        public int $files,
        public int $bytes,
        public ?string $firstName,
        public ?string $lastName,
        public bool $isLeftOut,
        public ?int $joins,
        public array $makes,
        public array $keys,
        public array $times,
    ) {
    }
}
