<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stamps;

use VelvetLedger\Core\Format\Xmp\XmpTree;
use VelvetLedger\Core\Stamp\CouldNotStamp;
use VelvetLedger\Core\Stamp\Keyword;
use VelvetLedger\Core\Stamp\Place;
use VelvetLedger\Core\Stamp\Stamp;
use VelvetLedger\Core\Stamp\StampsXmp;
use VelvetLedger\Core\Stamp\Written;
use VelvetLedger\Core\Transfer\SystemReason;
use VelvetLedger\Server\Persistence\Stamps\FrameToStamp;
use VelvetLedger\Server\Persistence\Stamps\StampedInScratch;

/** Makes sidecars, in the scratch folder: new ones, and those that say more than one did before. */
final class NewSidecars
{
    /** @var array{string, XmpTree, Written}|null the stamp of the last new one, and what it becomes: frame by frame only the origin differs */
    private ?array $last = null;

    public function __construct(private readonly StampsXmp $stamps, private readonly Scratch $scratch)
    {
    }

    /**
     * Of a frame of which nothing was stamped yet.
     *
     * @param list<Keyword> $keywords
     * @param string        $name     that its raw has on the card
     *
     * @throws CouldNotStamp
     */
    public function of(FrameToStamp $frame, array $keywords, string $name): StampedInScratch
    {
        $stamp = $frame->stamp->carrying($frame->rating, $frame->remarks, $keywords, null);
        $key = serialize($stamp);
        if (null === $this->last || $key !== $this->last[0]) {
            $blank = XmpTree::blank();
            $written = $this->stamps->into($blank, $stamp, new Written());
            $this->last = [$key, $blank, $written];
        }
        [, $same, $written] = $this->last;
        $tree = $same->copy();
        $this->stamps->origin($tree, $frame->origin->of($name));
        $made = $this->write($tree, $frame->path(Place::SIDECAR));

        return new StampedInScratch($frame, null, Place::SIDECAR, $made, [], $written);
    }

    /**
     * @param XmpTree $tree   what stands in it by now
     * @param Written $before what of that is ours
     * @param string  $path   where it will lie
     *
     * @return array{string, Written} where it lies, and what of it is ours
     *
     * @throws CouldNotStamp
     */
    public function from(XmpTree $tree, Stamp $stamp, Written $before, string $path): array
    {
        $written = $this->stamps->into($tree, $stamp, $before);

        return [$this->write($tree, $path), $written];
    }

    private function write(XmpTree $tree, string $path): string
    {
        $made = $this->scratch->path(Place::SIDECAR);
        $text = $tree->sidecar();
        error_clear_last();
        if (\strlen($text) !== @file_put_contents($made, $text)) {
            throw CouldNotStamp::embed($path, SystemReason::last());
        }

        return $made;
    }
}
