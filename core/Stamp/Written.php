<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

/** What of a frame's files we wrote: it may be taken back; what others wrote may not. */
final readonly class Written
{
    /**
     * @param array<string, string> $texts      by field
     * @param list<string>          $words      in dc:subject
     * @param list<list<string>>    $paths      in the hierarchy
     * @param int|null              $turnedFrom the orientation that stood there before ours, 0 where none did; null where none is ours
     */
    public function __construct(public array $texts = [], public array $words = [], public array $paths = [], public bool $rating = false, public bool $label = false, public ?int $turnedFrom = null)
    {
    }

    public function isNothing(): bool
    {
        return [[], [], [], false, false, null] === [$this->texts, $this->words, $this->paths, $this->rating, $this->label, $this->turnedFrom];
    }

    /** @param array<string> $words that others wrote */
    public function without(array $words): self
    {
        return new self($this->texts, array_values(array_diff($this->words, $words)), $this->paths, $this->rating, $this->label, $this->turnedFrom);
    }

    public function turnedFrom(?int $orientation): self
    {
        return new self($this->texts, $this->words, $this->paths, $this->rating, $this->label, $orientation);
    }

    /** @return array<string, mixed> */
    public function document(): array
    {
        return ['texts' => $this->texts, 'words' => $this->words, 'paths' => $this->paths, 'rating' => $this->rating, 'label' => $this->label] + (null === $this->turnedFrom ? [] : ['turnedFrom' => $this->turnedFrom]);
    }

    public static function ofDocument(mixed $document): self
    {
        $document = \is_array($document) ? $document : [];
        $texts = static fn (mixed $list): array => array_values(array_filter(\is_array($list) ? $list : [], \is_string(...)));
        $said = [];
        foreach (\is_array($document['texts'] ?? null) ? $document['texts'] : [] as $field => $text) {
            if (\is_string($text)) {
                $said[(string) $field] = $text;
            }
        }

        return new self($said, $texts($document['words'] ?? null), array_values(array_map($texts, \is_array($document['paths'] ?? null) ? $document['paths'] : [])), true === ($document['rating'] ?? null), true === ($document['label'] ?? null), \is_int($document['turnedFrom'] ?? null) ? $document['turnedFrom'] : null);
    }
}
