<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;

/** Frames that a request is about, by their numbers. */
final class PickedFrames
{
    public const MOST = 20_000;

    /**
     * @return non-empty-list<int>
     *
     * @throws BadDocument
     */
    public static function of(Fields $fields): array
    {
        $frames = $fields->list('frames', RowNumber::given('a frame'));

        return [] !== $frames && \count($frames) <= self::MOST ? $frames : throw BadDocument::at('/frames', 'must name 1 to '.self::MOST.' frames');
    }
}
