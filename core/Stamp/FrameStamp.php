<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Capture\Remarks;

/** What one frame is to say, apart from its keywords, which the vocabulary has: as the ledger keeps it. */
final readonly class FrameStamp
{
    /**
     * @param int|null $rating      -1 to 5
     * @param int|null $orientation see Orientation; null where it is as the camera recorded it
     */
    public function __construct(public StampTexts $texts, public StampStyle $style = new StampStyle(), public ?int $rating = null, public ?string $label = null, public ?int $orientation = null)
    {
    }

    /**
     * As an intake asks for it.
     *
     * @param StampTexts $slip  the rights slip that applies
     * @param StampTexts $line  what is said on the desk in its place
     * @param StampTexts $shoot what is said of the shoot
     * @param int|null   $year  of capture
     */
    public static function asked(StampTexts $slip, StampTexts $line, StampTexts $shoot, ?int $year, StampStyle $style): self
    {
        return new self($shoot->over($line->over($slip))->inYear($year), $style);
    }

    public function withText(StampField $field, string $text): self
    {
        return new self($this->texts->with($field, $text), $this->style, $this->rating, $this->label, $this->orientation);
    }

    public function rated(?int $rating): self
    {
        return new self($this->texts, $this->style, $rating, $this->label, $this->orientation);
    }

    public function labelled(?string $label): self
    {
        return new self($this->texts, $this->style, $this->rating, null === $label || '' === trim($label) ? null : trim($label), $this->orientation);
    }

    public function oriented(?int $orientation): self
    {
        return new self($this->texts, $this->style, $this->rating, $this->label, $orientation);
    }

    /**
     * All that is written.
     *
     * @param list<Keyword> $keywords
     */
    public function with(array $keywords, ?Origin $origin): Stamp
    {
        return new Stamp($this->texts, $keywords, $this->style, $this->rating, $this->label, $origin, $this->orientation);
    }

    /**
     * The same for a sidecar beside a file that bears remarks inside: who reads the sidecar may read nothing else.
     *
     * @param list<Keyword> $keywords
     */
    public function carrying(?int $rating, Remarks $found, array $keywords, ?Origin $origin): Stamp
    {
        $texts = $this->texts;
        foreach ([[StampField::Creator, $found->creator], [StampField::Notice, $found->notice], [StampField::Description, $found->description]] as [$field, $text]) {
            $texts = '' === $texts->get($field) && null !== $text ? $texts->with($field, $text) : $texts;
        }
        $known = array_map(static fn (Keyword $keyword): array => $keyword->path, $keywords);
        foreach ($found->keywords as $path) {
            if ([] !== $path && !\in_array($path, $known, true)) {
                $keywords[] = new Keyword($path, \array_slice($path, 0, -1));
            }
        }

        return new Stamp($texts, $keywords, $this->style, $this->rating ?? $rating, $this->label ?? $found->label, $origin, $this->orientation);
    }

    /** @return array<string, mixed> */
    public function document(): array
    {
        return ['texts' => $this->texts->texts, 'parents' => $this->style->parents, 'jpegSidecar' => $this->style->jpegSidecar, 'iim' => $this->style->iim, 'dngSidecar' => $this->style->dngSidecar, 'rating' => $this->rating, 'label' => $this->label] + (null === $this->orientation ? [] : ['orientation' => $this->orientation]);
    }

    public static function ofDocument(mixed $document): self
    {
        $document = \is_array($document) ? $document : [];
        $texts = $document['texts'] ?? [];
        $rating = $document['rating'] ?? null;
        $label = $document['label'] ?? null;
        $orientation = $document['orientation'] ?? null;

        return new self(
            StampTexts::ofDocument(\is_array($texts) ? $texts : []),
            new StampStyle(false !== ($document['parents'] ?? null), true === ($document['jpegSidecar'] ?? null), true === ($document['iim'] ?? null), true === ($document['dngSidecar'] ?? ([] === $document))), // an earlier version wrote into them
            \is_int($rating) ? $rating : null,
            \is_string($label) ? $label : null,
            \is_int($orientation) ? $orientation : null,
        );
    }
}
