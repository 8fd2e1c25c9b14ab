<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

/** All that is to be written to one frame's files. */
final readonly class Stamp
{
    /**
     * @param list<Keyword> $keywords
     * @param int|null      $rating      -1 rejected, 0 to 5 stars (xmp:Rating)
     * @param int|null      $orientation see Orientation (Exif's; tiff:Orientation beside a raw); null where nothing is said of it
     */
    public function __construct(public StampTexts $texts, public array $keywords = [], public StampStyle $style = new StampStyle(), public ?int $rating = null, public ?string $label = null, public ?Origin $origin = null, public ?int $orientation = null)
    {
    }

    /** @return list<string> */
    public function words(): array
    {
        return array_values(array_unique(array_merge(...array_map(fn (Keyword $keyword): array => $keyword->words($this->style->parents), $this->keywords), ...[[]])));
    }

    /** @return list<list<string>> the applied places in the hierarchy */
    public function paths(): array
    {
        $paths = [];
        foreach ($this->keywords as $keyword) {
            foreach ($keyword->applied($this->style->parents) as $depth => $isApplied) {
                if ($isApplied) {
                    $path = \array_slice($keyword->path, 0, $depth + 1);
                    $paths[implode("\0", $path)] = $path;
                }
            }
        }

        return array_values($paths);
    }

    /** What of it a file bears once it is written: the next one takes back what this one brought. */
    public function asWritten(): Written
    {
        return new Written($this->texts->texts, $this->words(), $this->paths(), null !== $this->rating, null !== $this->label);
    }

    /** Whether there is anything to write that a photographer asked for. */
    public function isEmpty(): bool
    {
        return [] === $this->texts->texts && [] === $this->keywords && null === $this->rating && null === $this->label && null === $this->orientation;
    }
}
