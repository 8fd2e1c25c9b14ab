<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use VelvetLedger\Core\Card\CardIdentity;
use VelvetLedger\Core\Card\CardWalker;
use VelvetLedger\Core\Card\CouldNotList;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Settings\Settings;

/** The card readers of this machine: the volumes now mounted below the configured roots, and any folder that is named. */
final readonly class Readers
{
    public function __construct(private Settings $settings, private CardSummaries $summaries, private CardWalker $walker, private SourceFolders $folders)
    {
    }

    /** @return list<Volume> those with a DCIM folder (CIPA DC-009), by label; links are not followed */
    public function volumes(): array
    {
        $paths = [];
        foreach ($this->settings->readers as $pattern) {
            foreach (FolderNames::matching($pattern) as $root) {
                foreach (FolderNames::in($root) as $name) {
                    $path = $root.'/'.$name;
                    if ('.' !== $name[0] && !is_link($path) && is_dir($path.'/DCIM')) {
                        $paths[$path] = $path;
                    }
                }
            }
        }
        ksort($paths, \SORT_NATURAL);
        $volumes = $ids = [];
        foreach ($paths as $path) {
            $volume = Volume::of($path, $this->summaries->of($path)->identity);
            $volumes[] = isset($ids[$volume->id]) ? $volume->toldByPlace() : $volume;
            $ids[$volume->id] = true;
        }

        return $volumes;
    }

    /** @throws NoSuchCard */
    public function volume(string $id): Volume
    {
        clearstatcache();
        foreach ([...$this->volumes(), ...$this->folders->all()] as $volume) {
            if ($volume->id === $id) {
                return $volume;
            }
        }
        throw NoSuchCard::inAnyReader();
    }

    /**
     * @param string $id of a card, or of several as CardsOnDesk names them
     *
     * @throws NoSuchCard|CouldNotLieTogether
     */
    public function desk(string $id): CardsOnDesk
    {
        return CardsOnDesk::of(...array_map($this->volume(...), CardsOnDesk::named($id)));
    }

    /** Any folder as a source. */
    public function at(string $path): Volume
    {
        return Volume::of($path, $this->summaries->fresh($path)->identity);
    }

    /**
     * The card that an intake was begun from, wherever it is mounted now: the same volume, or where the system tells none,
     * the same label and contents. It may have been filled further.
     *
     * @throws SourceGone
     */
    public function sourceOf(Intake $intake): Volume
    {
        clearstatcache();
        $there = PathText::toPath($intake->source->path);
        $volumes = $this->volumes();
        if (is_dir($there) && !\in_array($there, array_column($volumes, 'path'), true)) {
            $volumes[] = $this->at($there);
        }
        foreach ($volumes as $volume) {
            if ($this->isSource($volume, $intake)) {
                return $volume;
            }
        }
        throw \in_array($there, array_column($volumes, 'path'), true) ? SourceGone::anotherCard($intake->source->label, $intake->id(), $intake->source->path) : SourceGone::card($intake->source->label);
    }

    /**
     * That an intake's card is still where it was found, told by its first and last still.
     *
     * @throws SourceGone
     */
    public function confirm(Intake $intake, string $path): void
    {
        $first = CardIdentity::stands($path, $intake->source->firstStill);
        $last = CardIdentity::stands($path, $intake->source->lastStill);
        if (!($intake->card->isVolume() ? $first || $last : $first && $last)) {
            $this->sourceOf($intake);
            throw SourceGone::card($intake->source->label); // it was mounted elsewhere meanwhile
        }
    }

    private function isSource(Volume $volume, Intake $intake): bool
    {
        $isVolume = $intake->card->isVolume();
        if ($isVolume ? $volume->identity->name() !== $intake->card->name : $volume->identity->label !== $intake->source->label) {
            return false;
        }
        try {
            $listing = $this->walker->list($volume->path);
        } catch (CouldNotList) {
            return false;
        }
        $first = CardIdentity::holds($listing, $intake->source->firstStill);
        $last = CardIdentity::holds($listing, $intake->source->lastStill);

        return $isVolume ? $first || $last : $first && $last;
    }
}
