<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\NamedCard;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Held\Halves;
use VelvetLedger\Core\Words\Names;

/** The cards that lie on one desk: one, or several of one event. */
final readonly class CardsOnDesk
{
    /** A shelf of readers holds fewer. */
    public const MOST = 8;

    /** Between the names of its cards, in the name of a desk. */
    private const AND = '+';

    /** @param non-empty-array<array-key, Volume> $volumes by id */
    private function __construct(public array $volumes)
    {
    }

    /** @throws CouldNotLieTogether */
    public static function of(Volume $first, Volume ...$more): self
    {
        $volumes = $names = [];
        foreach ([$first, ...$more] as $volume) {
            if (isset($names[$volume->identity->name()])) {
                throw $names[$volume->identity->name()]->path === $volume->path ? CouldNotLieTogether::twice($volume) : CouldNotLieTogether::alike($names[$volume->identity->name()], $volume);
            }
            $names[$volume->identity->name()] = $volume;
            $volumes[$volume->id] = $volume;
        }

        return \count($volumes) > self::MOST ? throw CouldNotLieTogether::tooMany(self::MOST) : new self($volumes);
    }

    /**
     * @param string $desk as id() gives it
     *
     * @return list<string> the cards that it names
     */
    public static function named(string $desk): array
    {
        return explode(self::AND, $desk);
    }

    /** The name of the desk that these cards lie on. */
    public static function name(string ...$cards): string
    {
        return implode(self::AND, $cards);
    }

    public function id(): string
    {
        return self::name(...array_map(static fn (Volume $volume): string => $volume->id, array_values($this->volumes)));
    }

    /** "ORREL_A", "ORREL_A and VANTRY_1". */
    public function label(): string
    {
        return Names::of(array_values(array_map(static fn (Volume $volume): string => $volume->label(), $this->volumes)));
    }

    public function first(): Volume
    {
        return array_values($this->volumes)[0];
    }

    /** That a file of it is on. */
    public function volumeOf(CardFile $file): Volume
    {
        return $this->volumes[$file->card->id ?? ''] ?? $this->first();
    }

    /**
     * @param list<CardFile> $files of it
     *
     * @return array<array-key, list<CardFile>> by the id of the card that they are on
     */
    public function byCard(array $files): array
    {
        $found = [];
        foreach ($files as $file) {
            $found[$this->volumeOf($file)->id][] = $file;
        }

        return $found;
    }

    /**
     * All that is on it: of several cards each file says which one it is on, and what two of them have halves of is one frame.
     *
     * @param \Closure(Volume): CardContents $of one of its cards
     */
    public function contents(\Closure $of): CardContents
    {
        if (1 === \count($this->volumes)) {
            return $of($this->first());
        }

        return Halves::joined(CardContents::together(...array_values(array_map(static fn (Volume $volume): CardContents => $of($volume)->on(new NamedCard($volume->id, PathText::visible($volume->label()))), $this->volumes))));
    }
}
