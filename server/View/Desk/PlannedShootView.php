<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Desk;

use VelvetLedger\Core\Plan\PlannedShoot;

/** A planned shoot on the page; see PlannedShoot and its parts. */
final readonly class PlannedShootView
{
    public string $id;
    public string $anchor;

    /** That its frames belong to; it may be entered under another. */
    public string $day;

    public string $date;
    public string $description;
    public string $order;
    public string $kindOfWork;
    public string $folder;
    public string $from;
    public string $to;
    public int $frames;
    public int $held;
    public int $leftOut;
    public int $toBringIn;
    public int $files;
    public int $bytes;
    public ?string $firstName;
    public ?string $lastName;
    public ?int $joins;

    /** @var list<string> */
    public array $makes;

    /** @var list<string> */
    public array $keys;

    /** @var list<string> */
    public array $times;

    /** @var list<string> keys of the frames that are brought in */
    public array $marked;

    public function __construct(PlannedShoot $shoot)
    {
        $this->id = $shoot->id;
        $this->anchor = $shoot->anchor;
        $this->day = $shoot->title->day;
        $this->date = $shoot->title->date;
        $this->description = $shoot->title->description;
        $this->order = $shoot->title->order;
        $this->kindOfWork = $shoot->title->kindOfWork;
        $this->folder = $shoot->place->folder;
        $this->joins = $shoot->place->joins;
        $this->makes = $shoot->place->makes;
        $this->from = $shoot->frames->first();
        $this->to = $shoot->frames->last();
        $this->keys = $shoot->frames->keys;
        $this->times = $shoot->frames->times;
        $this->marked = $shoot->frames->marked;
        $this->frames = $shoot->counts->all;
        $this->held = $shoot->counts->held;
        $this->leftOut = $shoot->counts->leftOut;
        $this->toBringIn = $shoot->counts->toBringIn;
        $this->files = array_sum($shoot->files->kinds);
        $this->bytes = $shoot->files->bytesToBringIn;
        $this->firstName = $shoot->names->first;
        $this->lastName = $shoot->names->last;
    }
}
