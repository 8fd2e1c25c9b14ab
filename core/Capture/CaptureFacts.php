<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

/** What the camera recorded of one still; null means that the file does not say. */
final readonly class CaptureFacts
{
    public ?int $rating;

    /** @var list<Preview> smallest first */
    public array $previews;

    /** @param list<Preview> $previews smallest first; one that is too large to be held in memory is none */
    public function __construct(
        public ?CapturedAt $takenAt = null,
        public Gear $gear = new Gear(),
        public Exposure $exposure = new Exposure(),
        public StoredImage $image = new StoredImage(),
        ?int $rating = null,
        array $previews = [],
        public string $readBy = 'core',
        public Remarks $remarks = new Remarks(),
    ) {
        $this->rating = Recorded::whole($rating);
        $this->previews = array_values(array_filter($previews, static fn (Preview $preview): bool => $preview->length <= Preview::MOST_BYTES));
    }

    /** With what a sidecar says of the same picture. */
    public function under(?int $rating, Remarks $later): self
    {
        return new self($this->takenAt, $this->gear, $this->exposure, $this->image, $rating ?? $this->rating, $this->previews, $this->readBy, $this->remarks->under($later));
    }

    /** With what the frame's other still says, where this one says nothing: cameras write what was said in them into either, or both. */
    public function beside(self $companion): self
    {
        return new self($this->takenAt, $this->gear, $this->exposure, $this->image, 0 === ($this->rating ?? 0) ? $companion->rating ?? $this->rating : $this->rating, $this->previews, $this->readBy, $companion->remarks->under($this->remarks));
    }

    /** The same, with the parts that other facts have too. */
    public function sharing(SharedParts $parts): self
    {
        return new self($this->takenAt, $parts->one($this->gear), $parts->one($this->exposure), $parts->one($this->image), $this->rating, array_map($parts->one(...), $this->previews), $this->readBy, $parts->one($this->remarks));
    }

    /** The smallest preview at least $longEdge pixels long, else the largest there is. */
    public function previewFor(int $longEdge): ?Preview
    {
        foreach ($this->previews as $preview) {
            if ($preview->longEdge() >= $longEdge) {
                return $preview;
            }
        }

        return [] === $this->previews ? null : $this->previews[array_key_last($this->previews)];
    }
}
