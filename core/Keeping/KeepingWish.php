<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Order\Destination;
use VelvetLedger\Core\Order\PatternDocument;

/** What is wished of a shoot, or of some of its frames, after they are in. */
final readonly class KeepingWish
{
    /** Characters of a description, and of notes. */
    private const LONGEST = 500;
    private const LONGEST_NOTES = 20_000;
    private const MOST_FRAMES = 50_000;

    /** @param list<int>|null $frames of which it is wished; null for all of the shoot */
    private function __construct(public ShootSaid $said, public NamesWish $names, public ?array $frames, public ClockPutOn $clock, public Going $going)
    {
    }

    /** @throws BadDocument */
    public static function read(Fields $fields): self
    {
        return $fields->make(static function () use ($fields): self {
            $text = static fn (string $name, int $longest): ?string => $fields->has($name) ? $fields->text($name, '', $longest) : null;
            $number = static fn (string $name): ?int => $fields->has($name) ? $fields->number($name) : null;
            $is = static fn (string $name): bool => $fields->has($name) && true === $fields->any($name);
            $description = $text('description', self::LONGEST);
            $folder = $text('folder', 1000);
            $frames = $fields->has('frames') ? $fields->list('frames', static fn (mixed $one, string $at): int => \is_int($one) && $one > 0 ? $one : throw BadDocument::at($at, 'must be the number of a frame')) : null;

            return (new self(
                new ShootSaid(
                    null === $description ? null : trim(preg_replace('/\s+/u', ' ', mb_scrub($description, 'UTF-8')) ?? ''),
                    $text('date', 10),
                    $text('kindOfWork', 80),
                    $text('destination', 1000),
                    null === $folder ? null : trim($folder, '/'),
                    $fields->has('folders') ? PatternDocument::readFolders($fields->object('folders')) : null,
                    $text('notes', self::LONGEST_NOTES),
                    $number('cover'),
                ),
                new NamesWish($fields->oneOf('names', NamesAsked::class, NamesAsked::Follow), $fields->has('pattern') ? PatternDocument::readNames($fields->object('pattern')) : null, $number('from'), $text('find', 200) ?? '', $text('with', 200) ?? ''),
                null === $frames ? null : array_values(array_unique($frames)),
                new ClockPutOn($number('seconds') ?? 0, $text('body', 200)),
                new Going($number('into'), $is('apart'), $is('together')),
            ))->checked();
        });
    }

    /**
     * What cannot be told by the type of a field.
     *
     * @throws BadDocument
     */
    private function checked(): self
    {
        [$year, $month, $day] = array_map(intval(...), [...explode('-', $this->said->date ?? '2000-01-01'), '', '']);
        $wrong = match (true) {
            null !== $this->said->date && (1 !== preg_match('/^\d{4}-\d\d-\d\d$/', $this->said->date) || !checkdate($month, $day, $year)) => ['date', 'must be a date, as 2026-05-04'],
            null !== $this->names->from && ($this->names->from < 0 || $this->names->from > 99_999_999) => ['from', 'must be 0 to 99999999'],
            NamesAsked::Replace === $this->names->asked && '' === $this->names->find => ['find', 'must say which text gives way'],
            null !== $this->going->into && $this->going->apart => ['into', 'must be left away where they become a shoot of their own'],
            $this->going->apart && [] === ($this->frames ?? []) => ['frames', 'must say which become a shoot of their own'],
            \count($this->frames ?? []) > self::MOST_FRAMES => ['frames', 'must be at most '.self::MOST_FRAMES],
            default => null,
        };
        if (null !== $wrong) {
            throw BadDocument::at("/$wrong[0]", $wrong[1]);
        }
        Destination::within($this->said->destination ?? '');
        Destination::within($this->said->folder ?? '');

        return $this;
    }
}
