<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

/**
 * What a stamp says in Exif (CIPA DC-008) and in IIM 4.2, kept in step with XMP (MWG Guidelines 2.0): Exif always, IIM where
 * a picture has it or it is asked for, each text cut to what its dataset takes.
 */
final class OlderRecords
{
    /**
     * @param bool $wasPutRight whether the time that stands there is not the camera's, but ours
     *
     * @return list<array{string, string, string}> tag with its group, "=", "-=" or "+=", and value; an empty value takes the tag away
     */
    public static function of(Stamp $stamp, Written $before, RecordsPresent $present, bool $wasPutRight = false): array
    {
        $iim = $present->iim || ($stamp->style->iim && $present->canIim);
        $tags = [];
        foreach (StampField::cases() as $field) {
            $text = $stamp->texts->get($field);
            if ('' === $text && !isset($before->texts[$field->value])) {
                continue;
            }
            if (null !== $field->exif()) {
                $tags[] = ['IFD0:'.$field->exif(), '=', implode('; ', StampTexts::people($field, $text))];
            }
            $dataset = $field->iim();
            if ($iim && null !== $dataset) {
                foreach ('' === $text ? [''] : StampTexts::people($field, $text) as $one) {
                    $tags[] = ['IPTC:'.$dataset->name, '=', $dataset->fit($one)];
                }
            }
        }
        $orientation = $stamp->orientation ?? $before->turnedFrom;
        if (null !== $present->orientation && null !== $orientation) {
            $tags[] = ['IFD0:Orientation#', '=', 0 === $orientation ? '' : (string) $orientation];
        }
        if ([] !== $tags && null !== $present->size) {
            $tags[] = ['ExifIFD:ExifImageWidth', '=', (string) $present->size[0]];
            $tags[] = ['ExifIFD:ExifImageHeight', '=', (string) $present->size[1]];
        }
        $taken = $stamp->origin->takenAt ?? ($wasPutRight ? $stamp->origin?->cameraTime : null);
        if ($present->timeTaken && null !== $taken) {
            $tags[] = ['ExifIFD:DateTimeOriginal', '=', strtr($taken, ['-' => ':', 'T' => ' '])];
        }

        return $iim ? [...$tags, ...self::keywords($stamp, $before, $present->digest)] : $tags;
    }

    /** @return list<array{string, string, string}> */
    private static function keywords(Stamp $stamp, Written $before, bool $digest): array
    {
        $keyword = new Iim('Keywords', Iim::KEYWORD_BYTES);
        $words = array_values(array_unique(array_map($keyword->fit(...), $stamp->words())));
        $tags = [];
        foreach (array_unique([...array_map($keyword->fit(...), $before->words), ...$words]) as $word) {
            $tags[] = ['IPTC:Keywords', '-=', $word]; // none twice
        }
        foreach ($words as $word) {
            $tags[] = ['IPTC:Keywords', '+=', $word];
        }
        $tags[] = ['IPTC:CodedCharacterSet', '=', 'UTF8'];

        return $digest ? [...$tags, ['IPTCDigest', '=', 'new']] : $tags;
    }
}
