<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\FactsReader;
use VelvetLedger\Core\Capture\Recorded;
use VelvetLedger\Core\Capture\RemarksDraft;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\Extent\FileExtent;
use VelvetLedger\Core\Format\NoPicture;
use VelvetLedger\Core\Format\Xmp\XmpPacket;

/** Reads a frame's capture facts from its leading file, or where that fails, from the next still of the frame; and whether its stills reach as far as they say. */
final readonly class FrameReader
{
    /** Bytes of a sidecar that is read; they have a few thousand. */
    private const MOST_SIDECAR = 4_000_000;

    public function __construct(private FactsReader $facts)
    {
    }

    public function read(string $root, Frame $frame): ReadFrame
    {
        $read = $this->facts($root, $frame);
        $incomplete = [];
        foreach ($frame->files as $file) {
            $lacks = $file->kind->isStill() && !isset($read->unreadable[$file->path]) ? self::shortfall($root.'/'.$file->path) : null;
            if (null !== $lacks) {
                $incomplete[$file->path] = $lacks;
            }
        }

        return [] === $incomplete ? $read : $read->lacking($incomplete);
    }

    /** In words, what a still lacks of what it says is in it. */
    private static function shortfall(string $path): ?string
    {
        try {
            return FileExtent::shortfall(Bytes::ofFile($path))?->inWords();
        } catch (CouldNotRead) {
            return null; // copying it says why
        }
    }

    private function facts(string $root, Frame $frame): ReadFrame
    {
        $caution = null;
        $unreadable = [];
        foreach ($frame->files as $file) {
            if (!$file->kind->isStill()) {
                continue;
            }
            try {
                return new ReadFrame($frame, self::withSidecar($root, $frame, $this->withCompanion($root, $frame, $file, $this->facts->read($root.'/'.$file->path))), $file, $caution, $unreadable);
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

    /** Ratings and words that stand in a pair's other still. */
    private function withCompanion(string $root, Frame $frame, CardFile $lead, CaptureFacts $facts): CaptureFacts
    {
        foreach ($frame->files as $file) {
            if ($file === $lead || Kind::StillRendered !== $file->kind) {
                continue;
            }
            try {
                $facts = $facts->beside($this->facts->read($root.'/'.$file->path));
            } catch (\Throwable) {
                continue; // what is wrong with it is said of it by itself
            }
        }

        return $facts;
    }

    /** What somebody said of the frame in a sidecar on the card counts before what its picture says: it was written later. */
    private static function withSidecar(string $root, Frame $frame, CaptureFacts $facts): CaptureFacts
    {
        foreach ($frame->files as $file) {
            if (Kind::Sidecar !== $file->kind || $file->bytes > self::MOST_SIDECAR) {
                continue;
            }
            try {
                $packet = XmpPacket::of(Bytes::ofFile($root.'/'.$file->path)->upTo(0, self::MOST_SIDECAR));
                $said = new RemarksDraft();
                $said->saidInXmp($packet);

                return $facts->under($packet->rating(), $said->remarks());
            } catch (CouldNotRead|BrokenFile) {
                continue; // it is copied all the same, and that says what is wrong with it
            }
        }

        return $facts;
    }
}
