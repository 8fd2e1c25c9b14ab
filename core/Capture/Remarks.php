<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

/** What somebody had said of a picture before it came here, in the camera or at a computer; null and empty where nobody did. */
final readonly class Remarks
{
    private const MOST_KEYWORDS = 2000;
    private const LONGEST = 2000;

    public ?string $creator;
    public ?string $notice;
    public ?string $description;
    public ?string $label;

    /** @var list<list<string>> each from its outermost parent to itself */
    public array $keywords;

    /** @param list<list<string>> $keywords */
    public function __construct(?string $creator = null, ?string $notice = null, ?string $description = null, ?string $label = null, array $keywords = [])
    {
        $this->creator = Recorded::text($creator, self::LONGEST);
        $this->notice = Recorded::text($notice, self::LONGEST);
        $this->description = Recorded::text($description, self::LONGEST);
        $this->label = Recorded::text($label);
        $clean = array_map(static fn (array $path): array => array_values(array_filter(array_map(static fn (string $word): ?string => Recorded::text($word), $path), \is_string(...))), $keywords);
        $this->keywords = \array_slice(array_values(array_filter($clean, static fn (array $path): bool => [] !== $path)), 0, self::MOST_KEYWORDS);
    }

    /** The same where a sidecar says more: what it says counts, for it was written later. */
    public function under(self $later): self
    {
        return new self($later->creator ?? $this->creator, $later->notice ?? $this->notice, $later->description ?? $this->description, $later->label ?? $this->label, [] === $later->keywords ? $this->keywords : $later->keywords);
    }

    public function isEmpty(): bool
    {
        return null === $this->creator && null === $this->notice && null === $this->description && null === $this->label && [] === $this->keywords;
    }

    /** @return array<string, mixed> */
    public function document(): array
    {
        return array_filter(['creator' => $this->creator, 'notice' => $this->notice, 'description' => $this->description, 'label' => $this->label, 'keywords' => $this->keywords], static fn (mixed $one): bool => null !== $one && [] !== $one);
    }

    public static function ofDocument(mixed $document): self
    {
        $document = \is_array($document) ? $document : [];
        $text = static fn (string $key): ?string => \is_string($document[$key] ?? null) ? $document[$key] : null;
        $keywords = \is_array($document['keywords'] ?? null) ? $document['keywords'] : [];

        return new self($text('creator'), $text('notice'), $text('description'), $text('label'), array_values(array_map(static fn (mixed $path): array => \is_array($path) ? array_values(array_filter($path, \is_string(...))) : [], $keywords)));
    }
}
