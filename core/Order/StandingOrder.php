<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

use VelvetLedger\Core\Naming\FolderPattern;
use VelvetLedger\Core\Naming\NamePattern;
use VelvetLedger\Core\Naming\ReadyMade;
use VelvetLedger\Core\Shoot\Division;

/** Saved intake settings, chosen by name: what to bring, how shoots are made, where they go, what they are called, what is made of each file. */
final readonly class StandingOrder
{
    private function __construct(
        public string $name,
        public Bring $bring,
        public Division $shoots,
        public Destination $destination,
        public FolderPattern $folders,
        public Subfolders $subfolders,
        public NamePattern $names,
        public Made $made,
    ) {
    }

    /** @throws CouldNotOrder */
    public static function of(string $name, Bring $bring, Division $shoots, Destination $destination, FolderPattern $folders, Subfolders $subfolders, NamePattern $names, Made $made): self
    {
        $name = trim($name);

        return '' !== $name && mb_strlen($name) <= 80 ? new self($name, $bring, $shoots, $destination, $folders, $subfolders, $names, $made) : throw CouldNotOrder::noName();
    }

    /** The order that there is before any is saved: a shoot for each day, year first, numbered as they were taken. */
    public static function byTheDay(): self
    {
        return new self('By the day', new Bring(), Division::byDay(), Destination::of(), ReadyMade::folders()['year, then day'], Subfolders::none(), ReadyMade::names()['date, description, number'], new Made());
    }

    /**
     * The parts in which it differs from another.
     *
     * @return list<string> names of fields of its document
     */
    public function departuresFrom(self $other): array
    {
        $own = OrderDocument::of($this);
        $theirs = OrderDocument::of($other);

        return array_values(array_filter(array_keys($own), static fn (string $field): bool => 'name' !== $field && $own[$field] !== ($theirs[$field] ?? null)));
    }
}
