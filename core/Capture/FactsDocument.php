<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

/**
 * Capture facts as plain data with named fields, as JSON has them: takenAt "2026-05-04T21:14:09" in the
 * camera's local time, subsecond and offset as the camera wrote them, unknown things null.
 */
final class FactsDocument
{
    /** @return array<string, mixed> */
    public static function of(CaptureFacts $facts): array
    {
        return [
            'takenAt' => $facts->takenAt?->local,
            'subsecond' => $facts->takenAt?->subsecond,
            'offset' => $facts->takenAt?->offset,
            'make' => $facts->gear->make,
            'model' => $facts->gear->model,
            'serial' => $facts->gear->serial,
            'lens' => $facts->gear->lens,
            'exposureSeconds' => $facts->exposure->seconds,
            'fNumber' => $facts->exposure->fNumber,
            'iso' => $facts->exposure->iso,
            'focalLengthMm' => $facts->exposure->focalLengthMm,
            'exposureBiasEv' => $facts->exposure->biasEv,
            'orientation' => $facts->image->orientation,
            'width' => $facts->image->width,
            'height' => $facts->image->height,
            'rating' => $facts->rating,
            'imageUniqueId' => $facts->image->uniqueId,
            'previews' => array_map(static fn (Preview $preview): array => ['offset' => $preview->offset, 'length' => $preview->length, 'width' => $preview->width, 'height' => $preview->height], $facts->previews),
            'readBy' => $facts->readBy,
        ] + ($facts->remarks->isEmpty() ? [] : ['remarks' => $facts->remarks->document()]);
    }

    /** @param array<mixed> $document as of() makes it */
    public static function toFacts(array $document): CaptureFacts
    {
        $text = static fn (string $key): ?string => \is_string($document[$key] ?? null) ? $document[$key] : null;
        $real = static fn (string $key): ?float => is_numeric($document[$key] ?? null) ? (float) $document[$key] : null;
        $int = static fn (string $key): ?int => is_numeric($document[$key] ?? null) ? (int) $document[$key] : null;

        return new CaptureFacts(
            CapturedAt::fromExif($text('takenAt'), $text('subsecond'), $text('offset')),
            new Gear($text('make'), $text('model'), $text('serial'), $text('lens')),
            new Exposure($real('exposureSeconds'), $real('fNumber'), $int('iso'), $real('focalLengthMm'), $real('exposureBiasEv')),
            new StoredImage($int('orientation'), $int('width'), $int('height'), $text('imageUniqueId')),
            $int('rating'),
            self::previews($document['previews'] ?? null),
            $text('readBy') ?? 'core',
            Remarks::ofDocument($document['remarks'] ?? null),
        );
    }

    /** @return list<Preview> */
    private static function previews(mixed $list): array
    {
        $previews = [];
        foreach (\is_array($list) ? $list : [] as $one) {
            if (\is_array($one) && \is_int($one['offset'] ?? null) && \is_int($one['length'] ?? null)) {
                $width = $one['width'] ?? null;
                $height = $one['height'] ?? null;
                $previews[] = new Preview($one['offset'], $one['length'], \is_int($width) ? $width : null, \is_int($height) ? $height : null);
            }
        }

        return $previews;
    }
}
