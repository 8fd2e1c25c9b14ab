<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stamps;

use VelvetLedger\Core\Format\Xmp\XmpTree;
use VelvetLedger\Core\Stamp\Keyword;
use VelvetLedger\Core\Stamp\Place;
use VelvetLedger\Core\Stamp\Stamp;
use VelvetLedger\Core\Stamp\StampsXmp;
use VelvetLedger\Core\Stamp\Written;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Server\Persistence\Stamps\FrameToStamp;
use VelvetLedger\Server\Persistence\Stamps\StampedFile;

/** Makes sidecars, as texts: new ones, and those that say more than one did before. */
final readonly class NewSidecars
{
    public function __construct(private StampsXmp $stamps)
    {
    }

    /**
     * Of a frame of which nothing was stamped yet.
     *
     * @param list<Keyword> $keywords
     * @param string        $name     that its raw has on the card
     */
    public function of(FrameToStamp $frame, array $keywords, string $name): StampedFile
    {
        [$tree, $written] = $this->stamps->alone($frame->stamp->carrying($frame->rating, $frame->remarks, $keywords, $frame->origin->of($name)));

        return new StampedFile($frame, null, Place::SIDECAR, SourceFile::ofText($frame->path(Place::SIDECAR), $tree->sidecar()), [], $written);
    }

    /**
     * @param XmpTree $tree   what stands in it by now
     * @param Written $before what of that is ours
     * @param string  $path   where it will lie
     *
     * @return array{SourceFile, Written} the sidecar, and what of it is ours
     */
    public function from(XmpTree $tree, Stamp $stamp, Written $before, string $path): array
    {
        $written = $this->stamps->into($tree, $stamp, $before);

        return [SourceFile::ofText($path, $tree->sidecar()), $written];
    }
}
