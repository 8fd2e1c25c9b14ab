<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** What is on one card, or on several that lie on one desk, read: its frames, the files that belong to none, and the places that could not be listed. */
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

    /** The same as one of several. */
    public function on(NamedCard $card): self
    {
        $frame = static fn (ReadFrame $frame): ReadFrame => $frame->on($card);

        return new self(
            array_map($frame, $this->frames),
            array_map(static fn (CardFile $file): CardFile => $file->on($card), $this->others),
            array_map(static fn (Trouble $trouble): Trouble => $trouble->on($card), $this->troubles),
            array_map($frame, $this->loose),
        );
    }

    /** All of several cards, each marked as one of them. */
    public static function together(self ...$cards): self
    {
        return new self(
            array_merge(...array_values(array_map(static fn (self $card): array => $card->frames, $cards))),
            array_merge(...array_values(array_map(static fn (self $card): array => $card->others, $cards))),
            array_merge(...array_values(array_map(static fn (self $card): array => $card->troubles, $cards))),
            array_merge(...array_values(array_map(static fn (self $card): array => $card->loose, $cards))),
        );
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
