<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;

/** What is said, by field; nothing is kept of an empty one. */
final readonly class StampTexts
{
    /** In a notice: the year in which the frame was taken. */
    public const YEAR = '[year]';
    public const STATUSES = ['copyrighted', 'public domain'];
    private const LONGEST = 2000;

    /** @param array<string, string> $texts field => text */
    private function __construct(public array $texts)
    {
    }

    public static function none(): self
    {
        return new self([]);
    }

    public static function of(StampField $field, string $text): self
    {
        return self::none()->with($field, $text);
    }

    /**
     * @param \Closure(StampField): bool $takes which fields may be said here
     *
     * @throws BadDocument
     */
    public static function read(Fields $fields, \Closure $takes): self
    {
        return $fields->make(static function () use ($fields, $takes): self {
            $texts = self::none();
            foreach (StampField::cases() as $field) {
                if ($takes($field)) {
                    $text = $fields->text($field->value, '', self::LONGEST);
                    if (StampField::Status === $field && '' !== $text && !\in_array($text, self::STATUSES, true)) {
                        throw BadDocument::at('/status', 'must be "'.implode('" or "', self::STATUSES).'", or left away');
                    }
                    $texts = $texts->with($field, $text);
                }
            }

            return $texts;
        });
    }

    /** @param array<mixed> $document as it was written before */
    public static function ofDocument(array $document): self
    {
        $texts = self::none();
        foreach ($document as $name => $text) {
            $field = StampField::tryFrom((string) $name);
            $texts = null === $field || !\is_string($text) ? $texts : $texts->with($field, $text);
        }

        return $texts;
    }

    public function get(StampField $field): string
    {
        return $this->texts[$field->value] ?? '';
    }

    public function with(StampField $field, string $text): self
    {
        $text = trim(str_replace("\r\n", "\n", $text));

        return new self('' === $text ? array_diff_key($this->texts, [$field->value => '']) : [$field->value => $text] + $this->texts);
    }

    /** These, and from others what these do not say. */
    public function over(self $others): self
    {
        return new self($this->texts + $others->texts);
    }

    /** @param int|null $year of capture */
    public function inYear(?int $year): self
    {
        $filled = array_map(static fn (string $text): string => trim(preg_replace('/ {2,}/', ' ', str_replace(self::YEAR, (string) $year, $text)) ?? $text), $this->texts);

        return new self(array_filter($filled, static fn (string $text): bool => '' !== $text));
    }

    /** @return list<string> what the older record (IIM) holds less of, each as a sentence */
    public function limits(): array
    {
        $said = [];
        foreach (StampField::cases() as $field) {
            $iim = $field->iim();
            foreach (self::people($field, $this->get($field)) as $text) {
                if (null !== $iim && !$iim->fits($text)) {
                    $said[] = \sprintf('The %s is %d bytes long. XMP%s all of it; where a picture has the older IPTC record (IIM), that holds "%s".', $field->label(), \strlen($text), null === $field->exif() ? ' takes' : ' and Exif take', $iim->fit($text));
                }
            }
        }

        return $said;
    }

    /** @return list<string> one text, or several where it names several people */
    public static function people(StampField $field, string $text): array
    {
        $parts = \in_array($field->form(), [XmpForm::People, XmpForm::Houses], true) ? preg_split('/\s*;\s*/', $text, -1, \PREG_SPLIT_NO_EMPTY) : [$text];

        return array_values(array_filter(false === $parts ? [$text] : $parts, static fn (string $part): bool => '' !== $part));
    }
}
