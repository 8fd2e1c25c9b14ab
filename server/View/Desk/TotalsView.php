<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Desk;

use VelvetLedger\Core\Plan\Intent;
use VelvetLedger\Core\Plan\Totals;

/** The foot of a plan on the page, and the sentence that it comes to. */
final readonly class TotalsView
{
    public int $frames;
    public int $framesHeld;
    public int $framesLeftOut;
    public int $framesUnreadable;
    public int $framesToBringIn;
    public int $files;
    public int $filesHeld;
    public int $filesLeftOut;
    public int $filesNotStills;
    public int $filesUnreadable;
    public int $filesToBringIn;
    public int $bytes;
    public int $bytesToBringIn;

    /** @var array<string, int> kind => files */
    public array $kindsToBringIn;

    public string $sentence;

    public function __construct(Totals $totals, string $store)
    {
        $this->frames = $totals->frames->all;
        $this->framesHeld = $totals->frames->held;
        $this->framesLeftOut = $totals->frames->leftOut;
        $this->framesUnreadable = $totals->frames->unreadable;
        $this->framesToBringIn = $totals->frames->toBringIn;
        $this->files = $totals->files->all;
        $this->filesHeld = $totals->files->number(Intent::Held, Intent::Promised);
        $this->filesLeftOut = $totals->files->number(Intent::LeaveOut);
        $this->filesNotStills = $totals->files->number(Intent::NotAStill);
        $this->filesUnreadable = $totals->files->number(Intent::Unreadable);
        $this->filesToBringIn = $totals->files->number(Intent::BringIn);
        $this->bytes = $totals->files->bytes;
        $this->bytesToBringIn = $totals->files->bytesToBringIn;
        $this->kindsToBringIn = $totals->files->kinds;
        $this->sentence = $totals->sentence($store);
    }
}
