<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** What is on one card, read: its frames, the files that belong to none, and the places that could not be listed. */
final readonly class CardContents
{
    /**
     * @param list<ReadFrame> $frames
     * @param list<CardFile>  $others
     * @param list<Trouble>   $troubles
     * @param list<ReadFrame> $loose    others that come along as they are, see LooseFiles
     */
    public function __construct(public array $frames, public array $others, public array $troubles, public array $loose = [])
    {
    }

    /** Reads every frame of a source. */
    public static function read(string $root, FrameReader $reader): self
    {
        $listing = (new CardWalker())->list($root);
        $grouping = FrameGrouping::of($listing->files);

        return new self(array_map(static fn (Frame $frame): ReadFrame => $reader->read($root, $frame), $grouping->frames), $grouping->others, $listing->troubles);
    }

    /** The same with clips among the frames, each with what accompanies it, and sounds that go with none. */
    public function withClips(): self
    {
        $grouping = ClipGrouping::of($this->others);

        return new self([...$this->frames, ...array_map(ReadFrame::clip(...), $grouping->clips)], $grouping->others, $this->troubles, $this->loose);
    }

    /** The same with all that can come along of what is neither frame nor clip. */
    public function withLoose(): self
    {
        [$loose, $stay] = LooseFiles::among($this->others);

        return new self($this->frames, $stay, $this->troubles, $loose);
    }
}
