<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

use VelvetLedger\Core\Capture\FactsReader;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\NoPicture;

/** Reads a frame's capture facts from its leading file, or where that fails, from the next still of the frame. */
final readonly class FrameReader
{
    public function __construct(private FactsReader $facts)
    {
    }

    public function read(string $root, Frame $frame): ReadFrame
    {
        $caution = null;
        $unreadable = [];
        foreach ($frame->files as $file) {
            if (!$file->kind->isStill()) {
                continue;
            }
            try {
                return new ReadFrame($frame, $this->facts->read($root.'/'.$file->path), $file, $caution, $unreadable);
            } catch (NoPicture|CouldNotRead $nothing) {
                $unreadable[$file->path] = $nothing->getMessage();
            } catch (BrokenFile $broken) {
                $caution ??= $file->text().': '.$broken->getMessage();
            }
        }

        return new ReadFrame($frame, null, null, $caution, $unreadable);
    }
}
