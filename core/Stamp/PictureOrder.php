<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Transfer\Task;
use VelvetLedger\Core\Transfer\WriterMark;

/** A picture on a card that is to be read once, and to get its stamp before it is copied. */
final readonly class PictureOrder
{
    /**
     * @param int        $name      that its outcome is told by
     * @param SourceFile $source    on the card
     * @param string     $from      absolute path that it is read to; nothing stands there
     * @param string     $to        absolute path that it lies at with its stamp; nothing stands there
     * @param bool       $readTwice whether the card is read again, past the system's memory, and both must be the same
     */
    public function __construct(public int $name, public SourceFile $source, public string $from, public string $to, public Stamp $stamp, public bool $readTwice)
    {
    }

    /** How it is read; the one copy is called 1, for 0 is the card in the timings. */
    public function copy(): CopyOrder
    {
        return CopyOrder::of($this->name, $this->source, [1 => $this->from], WriterMark::of(Task::BringIn, $this->name, 0));
    }

    /** Takes away what was made of it. */
    public function discard(): void
    {
        @unlink($this->copy()->targets[1]->temporary);
        @unlink($this->to);
    }
}
