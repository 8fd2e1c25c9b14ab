<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

use VelvetLedger\Core\Naming\FolderPattern;
use VelvetLedger\Core\Naming\NamePattern;
use VelvetLedger\Core\Naming\ReadyMade;
use VelvetLedger\Core\Shoot\Division;

/** Saved intake settings, chosen by name: what to bring, how shoots are made, where they go, what they are called. */
final readonly class StandingOrder
{
    private function __construct(
        public string $name,
        public Companions $bring,
        public Division $shoots,
        public Destination $destination,
        public FolderPattern $folders,
        public Subfolders $subfolders,
        public NamePattern $names,
    ) {
    }

    /** @throws CouldNotOrder */
    public static function of(string $name, Companions $bring, Division $shoots, Destination $destination, FolderPattern $folders, Subfolders $subfolders, NamePattern $names): self
    {
        $name = trim($name);

        return '' !== $name && mb_strlen($name) <= 80 ? new self($name, $bring, $shoots, $destination, $folders, $subfolders, $names) : throw CouldNotOrder::noName();
    }

    /** The order that there is before any is saved: a shoot for each day, year first, numbered as they were taken. */
    public static function byTheDay(): self
    {
        return new self('By the day', Companions::Both, Division::byDay(), Destination::of(), ReadyMade::folders()['year, then day'], Subfolders::none(), ReadyMade::names()['date, description, number']);
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
