<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Capture\FactsReader;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Server\Cards\NoSuchCard;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\Twins;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Stores\FramePictures;
use VelvetLedger\Server\Tools\Pictures;

/** Pictures for one request after another: of files on cards, or of their twins on others, and of frames in the ledger. */
final class ManyPictures
{
    /** @var array<string, Volume> looked up once a request */
    private array $volumes = [];

    public function __construct(private readonly Readers $readers, private readonly Pictures $pictures, private readonly FactsReader $facts, private readonly Twins $twins, private readonly FramePictures $frames)
    {
    }

    /**
     * @param string $file from the card's root, as PathText
     *
     * @throws CouldNot
     */
    public function ofCard(string $card, string $file, int $edge): string
    {
        $volume = $this->volumes[$card] ??= 1 === preg_match('/^[0-9a-f]{16}$/', $card) ? $this->readers->volume($card) : throw NoSuchCard::inAnyReader();
        $path = $volume->file($file);
        try {
            return $this->pictures->of($path, $this->facts->read($path), $edge);
        } catch (CouldNot $failure) {
            $twin = $this->twins->beside($volume, $path) ?? throw $failure;

            return $this->pictures->of($twin, $this->facts->read($twin), $edge);
        }
    }

    /** @param list<AskedPicture> $asked one after the other, from now on */
    public function together(array $asked): void
    {
        $frames = array_values(array_unique(array_filter(array_map(static fn (AskedPicture $one): int => $one->frame, $asked), static fn (int $frame): bool => $frame > 0)));
        if (\count($frames) > 1) {
            $this->frames->together($frames);
        }
    }

    /** @throws CouldNot */
    public function of(AskedPicture $asked): string
    {
        return $asked->frame > 0 ? $this->frames->of($asked->frame, $asked->edge, $asked->quarters) : $this->ofCard($asked->card, $asked->file, $asked->edge);
    }
}
