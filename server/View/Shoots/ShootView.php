<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Shoots;

use VelvetLedger\Core\Receipt\CopiesAt;
use VelvetLedger\Server\Persistence\Shoots\ShootSums;

/** A shoot in the list: its folder, its sums, and the frame that stands for it. */
final readonly class ShootView
{
    public int $id;
    public string $date;
    public string $description;
    public string $folder;
    public int $frames;

    /** Frames that are set aside from it, in none of the sums. */
    public int $aside;
    public int $files;
    public int $bytes;
    public string $from;
    public string $to;
    public string $firstName;
    public string $lastName;
    public string $provenSince;
    public int $cover;

    /**
     * @param list<CopiesAt> $copies       store by store, the main one first
     * @param int            $copiesOfEach proven copies that each of its files has at the least, at stores in use
     */
    public function __construct(ShootSums $sums, public array $copies, public int $copiesOfEach)
    {
        $this->id = $sums->shoot->id();
        $this->date = $sums->shoot->date;
        $this->description = $sums->shoot->description;
        $this->folder = $sums->shoot->folder;
        $this->frames = $sums->frames;
        $this->aside = $sums->aside;
        $this->files = $sums->files;
        $this->bytes = $sums->bytes;
        $this->from = $sums->span['from'];
        $this->to = $sums->span['to'];
        $this->firstName = $sums->span['first'];
        $this->lastName = $sums->span['last'];
        $this->provenSince = $sums->provenSince;
        $this->cover = $sums->cover;
    }
}
