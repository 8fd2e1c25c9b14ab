<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Look\Label;
use VelvetLedger\Core\Look\LookKeys;
use VelvetLedger\Core\Stamp\StampField;
use VelvetLedger\Core\Stamp\StampTexts;

/** What stationery there is beside standing orders; the first kinds have the form of that part of an order. */
enum StationeryKind: string
{
    case Names = 'names';
    case Folders = 'folders';
    case Subfolders = 'subfolders';
    case Destination = 'destination';
    case Rights = 'rights';

    /** Words that frames are labelled with. */
    case Labels = 'labels';

    /** Of a first look; one set of one's own, which is in use where there is one. */
    case Keys = 'keys';

    /**
     * The document as an order writes it; one that no order could use is refused.
     *
     * @param array<mixed> $document
     *
     * @return array<string, mixed>
     *
     * @throws BadDocument
     */
    public function asOrdersWriteIt(array $document): array
    {
        $fields = Fields::of($document);

        return match ($this) {
            self::Names => PatternDocument::ofNames(PatternDocument::readNames($fields)),
            self::Folders => PatternDocument::ofFolders(PatternDocument::readFolders($fields)),
            self::Subfolders => OrderDocument::ofSubfolders(OrderDocument::subfolders($fields)),
            self::Rights => StampTexts::read($fields, static fn (StampField $field): bool => $field->isOfSlip())->texts,
            self::Labels => Label::read($fields)->document(),
            self::Keys => LookKeys::read($fields)->keys,
            self::Destination => OrderDocument::ofDestination(OrderDocument::destination($fields)),
        };
    }
}
