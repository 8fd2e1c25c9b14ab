<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

use VelvetLedger\Core\Capture\FactsReader;
use VelvetLedger\Core\Capture\Recorded;
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
            } catch (\Throwable $odd) {
                // Whatever stands in a file, it costs no more than this file's own sentence.
                $caution ??= $file->text().': it could not be understood ('.(Recorded::text($odd->getMessage()) ?? $odd::class).')';
            }
        }

        return new ReadFrame($frame, null, null, $caution, $unreadable);
    }
}
