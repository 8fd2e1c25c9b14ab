<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\DBAL\Platforms\AbstractPlatform;
use Doctrine\DBAL\Types\JsonType;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\FactsDocument;

/** Capture facts as a JSON column, in the form of FactsDocument. */
final class FactsType extends JsonType
{
    public const NAME = 'capture_facts';

    public function convertToDatabaseValue(mixed $value, AbstractPlatform $platform): ?string
    {
        return parent::convertToDatabaseValue($value instanceof CaptureFacts ? FactsDocument::of($value) : null, $platform);
    }

    public function convertToPHPValue(mixed $value, AbstractPlatform $platform): ?CaptureFacts
    {
        $document = parent::convertToPHPValue($value, $platform);

        return \is_array($document) ? FactsDocument::toFacts($document) : null;
    }
}
