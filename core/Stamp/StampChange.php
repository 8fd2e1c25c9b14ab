<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Words\Count;

/** A change of what many frames say, at once: what is not named in it stays as it is with each. */
final readonly class StampChange
{
    /**
     * @param array<string, string> $texts  field => text; '' takes it away
     * @param list<list<string>>    $add    keywords
     * @param list<int>             $remove keywords by number
     * @param int|null              $rating null where it stays
     * @param string|null           $label  null where it stays; '' takes it away
     * @param StampTexts            $slip   the texts of a rights slip, filled in by each frame's year, in the place of those that there are
     */
    private function __construct(public array $texts, public array $add, public array $remove, public ?int $rating, public bool $unrates, public ?string $label, public StampTexts $slip)
    {
    }

    /**
     * @param StampTexts|null $slip a rights slip that is stamped with it
     *
     * @throws BadDocument
     */
    public static function read(Fields $fields, ?StampTexts $slip = null): self
    {
        $texts = [];
        foreach ($fields->map('texts', static fn (mixed $text, string $at): string => \is_string($text) && mb_strlen($text) <= 2000 ? $text : throw BadDocument::at($at, 'must be a text of at most 2000 characters')) as $name => $text) {
            $texts[(StampField::tryFrom((string) $name) ?? throw BadDocument::at("/texts/$name", 'is no field that can be stamped'))->value] = $text;
        }
        if (!\in_array($texts[StampField::Status->value] ?? '', ['', ...StampTexts::STATUSES], true)) {
            throw BadDocument::at('/texts/status', 'must be "'.implode('" or "', StampTexts::STATUSES).'", or empty');
        }
        $rating = $fields->numberOrNull('rating');
        if (null !== $rating && ($rating < -1 || $rating > 5)) {
            throw BadDocument::at('/rating', 'must be -1 (rejected) or 0 to 5 stars');
        }

        return new self(
            $texts,
            $fields->list('add', KeywordPath::read(...)),
            $fields->list('remove', static fn (mixed $id, string $at): int => \is_int($id) && abs($id) <= 2_147_483_647 ? $id : throw BadDocument::at($at, 'must be the number of a keyword')),
            $rating,
            true === $fields->any('unrate'),
            $fields->has('label') ? $fields->text('label', '', 200) : null,
            $slip ?? StampTexts::none(),
        );
    }

    public function of(FrameStamp $stamp, ?int $year): FrameStamp
    {
        foreach ($this->slip->inYear($year)->texts as $field => $text) {
            $stamp = $stamp->withText(StampField::from($field), $text);
        }
        foreach ($this->texts as $field => $text) {
            $stamp = $stamp->withText(StampField::from($field), str_replace(StampTexts::YEAR, (string) $year, $text));
        }
        $stamp = null === $this->rating ? ($this->unrates ? $stamp->rated(null) : $stamp) : $stamp->rated($this->rating);

        return null === $this->label ? $stamp : $stamp->labelled($this->label);
    }

    public function isEmpty(): bool
    {
        return [] === $this->texts && [] === $this->add && [] === $this->remove && null === $this->rating && !$this->unrates && null === $this->label && [] === $this->slip->texts;
    }

    /** What it does, for whoever may take it back: "creator, notice; 2 keywords added". */
    public function inWords(): string
    {
        $fields = array_map(static fn (string $field): string => StampField::from($field)->label(), array_keys($this->texts));

        return implode('; ', array_filter([
            [] === $this->slip->texts ? '' : 'a rights slip',
            implode(', ', $fields),
            [] === $this->add ? '' : Count::of(\count($this->add), 'keyword').' added',
            [] === $this->remove ? '' : Count::of(\count($this->remove), 'keyword').' taken away',
            null === $this->rating && !$this->unrates ? '' : 'stars',
            null === $this->label ? '' : 'label',
        ], static fn (string $part): bool => '' !== $part));
    }
}
