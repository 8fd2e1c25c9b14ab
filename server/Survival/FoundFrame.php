<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\FrameReader;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Card\NamedCard;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Naming\Scope;
use VelvetLedger\Core\Shoot\TimedFrame;
use VelvetLedger\Core\Shoot\TimeSource;
use VelvetLedger\Server\Persistence\Shoots\GivenName;

/** A frame that was found: its files as they were read, what its camera recorded, and what it was on its card where a table tells that. */
final readonly class FoundFrame
{
    public TimedFrame $frame;
    public GivenName $name;

    /** @var non-empty-array<string, CardFile> each of its files by its path from the store's root: as it was on the card, or as it lies here */
    public array $onCard;

    /**
     * @param non-empty-list<ReadFound> $files
     * @param array<int, string>        $roots of stores
     */
    public function __construct(public array $files, array $roots, FrameReader $reader)
    {
        $here = array_map(static fn (ReadFound $found): CardFile => new CardFile($found->file->path, $found->bytes(), $found->writtenAt()), $files);
        usort($here, static fn (CardFile $a, CardFile $b): int => [self::rank($a), $a->path] <=> [self::rank($b), $b->path]);
        $stem = self::stem($files, $here[0]);
        $store = array_values(array_filter($files, static fn (ReadFound $found): bool => $found->file->path === $here[0]->path))[0]->store;
        $read = $reader->read($roots[$store], new Frame($here, $here[0]->stem()));
        $card = new NamedCard(hash('xxh64', $here[0]->path), ''); // tells it from others of its name
        $onCard = [];
        foreach ($files as $found) {
            $onCard[$found->file->path] = self::wasOnCard($found)->on($card);
        }
        $lead = $onCard[$here[0]->path];
        $rest = array_filter($onCard, static fn (CardFile $file): bool => $file !== $lead);
        $this->onCard = $onCard;
        $this->frame = self::timed(new ReadFrame(new Frame([$lead, ...array_values($rest)], $lead->stem()), $read->facts, null === $read->factsFrom ? null : $onCard[$read->factsFrom->path], $read->caution, []), $files[0]->file->says('taken'));
        $number = $files[0]->file->number('number');
        $this->name = new GivenName($here[0]->folder(), $stem, $number, null === $number ? null : Scope::tryFrom($files[0]->file->says('counted over')));
    }

    /** What follows the frame's stem in the name of a file of it. */
    public function ending(ReadFound $found): string
    {
        $name = basename($found->file->path);

        return str_starts_with($name, $this->name->stem) ? substr($name, \strlen($this->name->stem)) : $name;
    }

    /** @param non-empty-list<ReadFound> $files */
    private static function stem(array $files, CardFile $lead): string
    {
        $said = $files[0]->file->says('name');

        return '' !== $said && str_starts_with($lead->name(), $said) ? $said : $lead->stem();
    }

    private static function wasOnCard(ReadFound $found): CardFile
    {
        return $found->file->hasOriginal()
            ? new CardFile(PathText::toPath($found->file->says('path on the card')), $found->file->number('bytes on the card') ?? 0, $found->file->number('written on the card') ?? 0)
            : new CardFile($found->file->path, $found->bytes(), $found->writtenAt());
    }

    /** By the time that a table says, which may have been corrected or given by hand; else by the camera's. */
    private static function timed(ReadFrame $read, string $said): TimedFrame
    {
        $at = CapturedAt::fromText($said);
        $camera = $read->facts?->takenAt;

        return match (true) {
            null === $at, $at->local === $camera?->local => new TimedFrame($read, $read->takenAt(), null === $camera ? TimeSource::File : TimeSource::Camera),
            null === $camera => new TimedFrame($read, $at, $at->local === $read->takenAt()->local ? TimeSource::File : TimeSource::Hand),
            default => new TimedFrame($read, $camera->movedBy($at->clockSeconds() - $camera->clockSeconds()), TimeSource::Corrected),
        };
    }

    private static function rank(CardFile $file): int
    {
        return match (true) {
            'dng' === strtolower(pathinfo($file->path, \PATHINFO_EXTENSION)) => 1,
            Kind::StillRaw === $file->kind => 0,
            $file->kind->isStill() => 2,
            default => 3,
        };
    }
}
