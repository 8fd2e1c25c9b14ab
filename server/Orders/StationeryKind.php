<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Orders;

use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\PatternDocument;

/** What stationery there is beside standing orders; each kind has the form of that part of an order. */
enum StationeryKind: string
{
    case Names = 'names';
    case Folders = 'folders';
    case Subfolders = 'subfolders';
    case Destination = 'destination';

    /**
     * Refuses a document that an order could not use.
     *
     * @param array<mixed> $document
     *
     * @throws BadDocument
     */
    public function check(array $document): void
    {
        $fields = Fields::of($document);
        match ($this) {
            self::Names => PatternDocument::readNames($fields),
            self::Folders => PatternDocument::readFolders($fields),
            self::Subfolders => OrderDocument::subfolders($fields),
            self::Destination => OrderDocument::destination($fields),
        };
    }
}
