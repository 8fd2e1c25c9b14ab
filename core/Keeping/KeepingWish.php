<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Naming\FolderPattern;
use VelvetLedger\Core\Naming\NamePattern;
use VelvetLedger\Core\Order\Destination;
use VelvetLedger\Core\Order\PatternDocument;

/** What is wished of a shoot, or of some of its frames, after they are in; null means as it is. */
final readonly class KeepingWish
{
    /** Characters of a description, and of notes. */
    private const LONGEST = 500;
    private const LONGEST_NOTES = 20_000;
    private const MOST_FRAMES = 50_000;

    /** No journey is longer: thirty years. */
    private const MOST_SECONDS = 30 * 366 * 86400;

    /**
     * @param string|null    $date        its first day
     * @param string|null    $destination folder from the store's root
     * @param string|null    $folder      exactly this folder, from the store's root
     * @param list<int>|null $frames      of which this is wished; null for all of the shoot
     * @param int            $seconds     by which the clock is put on that they were taken by
     * @param string|null    $body        only frames of it have their clock put right
     * @param int|null       $from        the first number; null for that of the pattern
     * @param int|null       $into        the shoot that they go to
     * @param bool           $apart       whether they become a shoot of their own, which the description and the date are said of
     * @param bool           $together    whether all of the shoot that they go to is named anew with them, in order of time
     * @param int|null       $cover       the frame that stands for it
     */
    public function __construct(
        public ?string $description = null,
        public ?string $date = null,
        public ?string $kindOfWork = null,
        public ?string $destination = null,
        public ?string $folder = null,
        public ?FolderPattern $folders = null,
        public NamesAsked $names = NamesAsked::Follow,
        public ?NamePattern $pattern = null,
        public ?int $from = null,
        public string $find = '',
        public string $with = '',
        public ?array $frames = null,
        public int $seconds = 0,
        public ?string $body = null,
        public ?int $into = null,
        public bool $apart = false,
        public bool $together = false,
        public ?string $notes = null,
        public ?int $cover = null,
    ) {
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
                null === $description ? null : trim(preg_replace('/\s+/u', ' ', mb_scrub($description, 'UTF-8')) ?? ''),
                $text('date', 10),
                $text('kindOfWork', 80),
                $text('destination', 1000),
                null === $folder ? null : trim($folder, '/'),
                $fields->has('folders') ? PatternDocument::readFolders($fields->object('folders')) : null,
                $fields->oneOf('names', NamesAsked::class, NamesAsked::Follow),
                $fields->has('pattern') ? PatternDocument::readNames($fields->object('pattern')) : null,
                $number('from'),
                $text('find', 200) ?? '',
                $text('with', 200) ?? '',
                null === $frames ? null : array_values(array_unique($frames)),
                $number('seconds') ?? 0,
                $text('body', 200),
                $number('into'),
                $is('apart'),
                $is('together'),
                $text('notes', self::LONGEST_NOTES),
                $number('cover'),
            ))->checked();
        });
    }

    /**
     * What cannot be told by the type of a field.
     *
     * @throws BadDocument
     */
    public function checked(): self
    {
        [$year, $month, $day] = array_map(intval(...), [...explode('-', $this->date ?? '2000-01-01'), '', '']);
        $wrong = match (true) {
            null !== $this->date && (1 !== preg_match('/^\d{4}-\d\d-\d\d$/', $this->date) || !checkdate($month, $day, $year)) => ['date', 'must be a date, as 2026-05-04'],
            null !== $this->from && ($this->from < 0 || $this->from > 99_999_999) => ['from', 'must be 0 to 99999999'],
            NamesAsked::Replace === $this->names && '' === $this->find => ['find', 'must say which text gives way'],
            abs($this->seconds) > self::MOST_SECONDS => ['seconds', 'must be at most '.self::MOST_SECONDS],
            null !== $this->into && $this->apart => ['into', 'must be left away where they become a shoot of their own'],
            $this->apart && (null === $this->frames || [] === $this->frames) => ['frames', 'must say which become a shoot of their own'],
            null !== $this->frames && \count($this->frames) > self::MOST_FRAMES => ['frames', 'must be at most '.self::MOST_FRAMES],
            default => null,
        };
        if (null !== $wrong) {
            throw BadDocument::at("/$wrong[0]", $wrong[1]);
        }
        Destination::within($this->destination ?? '');
        Destination::within($this->folder ?? '');

        return $this;
    }

    /** Whether it is about the shoot itself, so that all of it follows. */
    public function saysShoot(): bool
    {
        return null !== ($this->description ?? $this->date ?? $this->kindOfWork ?? $this->destination ?? $this->folder ?? $this->folders);
    }
}
