<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Tiff\Ifd;
use VelvetLedger\Core\Format\Tiff\IfdDraft;
use VelvetLedger\Core\Format\Tiff\TiffReader;

/**
 * What the camera recorded in a raw, as it goes into its DNG. The bytes of a raw built on TIFF are taken over as they are,
 * in its byte order; its maker note too, and to the same place in the file, for what stands in such a note are often
 * offsets from the file's start. Of another raw they are what Exif can be found in it, or else what the capture facts know.
 */
final readonly class CarriedRecords
{
    /** Fields of the first directory that are about the picture, not about how its pixels are stored; with XMP and IIM. */
    private const MAIN = [0x010E, 0x010F, 0x0110, 0x0131, 0x0132, 0x013B, 0x8298, 0x02BC, 0x83BB];

    private const EXIF = 0x8769;
    private const GPS = 0x8825;
    private const MAKER_NOTE = 0x927C;

    /** Pointers within, and what describes the pixels of another picture: Interoperability, PixelXDimension, PixelYDimension. */
    private const NOT_TAKEN = [self::MAKER_NOTE, 0xA005, 0xA002, 0xA003];

    private const LONGEST = 4_194_304;

    /** A note this far into its file would leave too large a hole before it. */
    private const FARTHEST = 1_048_576;

    private function __construct(public ByteOrder $order, public IfdDraft $main, public IfdDraft $exif, public ?IfdDraft $gps, public ?string $makerNote, public ?int $noteAt)
    {
    }

    public static function of(string $path, CaptureFacts $facts, ?FindsExif $finds = null): self
    {
        $found = self::in(Bytes::ofFile($path));
        if (null !== $found) {
            return $found;
        }
        $bytes = $finds?->in($path);

        return (null === $bytes ? null : self::in(Bytes::ofString($bytes))) ?? self::ofFacts($facts);
    }

    /** Null where it is built otherwise. */
    private static function in(Bytes $bytes): ?self
    {
        try {
            $tiff = TiffReader::at($bytes);
            $main = $tiff->ifd($tiff->first);
            $exif = null === $main ? null : $tiff->children($main, self::EXIF)[0] ?? null;

            return null === $main || null === $exif ? null : self::ofTiff($tiff, $main, $exif);
        } catch (BrokenFile) {
            return null;
        }
    }

    /** Whether what the note's offsets point at is where they say. */
    public function noteKeepsItsPlace(): bool
    {
        return null !== $this->noteAt && $this->noteAt >= 8 && $this->noteAt <= self::FARTHEST;
    }

    private static function ofTiff(TiffReader $tiff, Ifd $main, Ifd $exif): self
    {
        $order = $tiff->order;
        $gps = $tiff->children($main, self::GPS)[0] ?? null;
        $note = $exif->entry(self::MAKER_NOTE);
        $bytes = null === $note || $note->length() < 5 || $note->length() > self::LONGEST ? null : $exif->raw(self::MAKER_NOTE, self::LONGEST);

        return new self($order, self::taken($order, $main, self::MAIN), self::taken($order, $exif), null === $gps ? null : self::taken($order, $gps), $bytes, null === $bytes ? null : $note->at);
    }

    /** @param list<int>|null $only */
    private static function taken(ByteOrder $order, Ifd $ifd, ?array $only = null): IfdDraft
    {
        $draft = new IfdDraft($order);
        foreach ($ifd->entries as $tag => $entry) {
            if ((null === $only ? !\in_array($tag, self::NOT_TAKEN, true) : \in_array($tag, $only, true)) && $entry->count > 0 && $entry->length() <= self::LONGEST) {
                $bytes = $ifd->raw($tag, self::LONGEST);
                if (null !== $bytes) {
                    $draft->field($tag, $entry->type, $entry->count, $bytes);
                }
            }
        }

        return $draft;
    }

    private static function ofFacts(CaptureFacts $facts): self
    {
        [$main, $exif] = [new IfdDraft(), (new IfdDraft())->raw(0x9000, '0232')];
        $texts = [0x9003 => null === $facts->takenAt ? null : str_replace(['-', 'T'], [':', ' '], $facts->takenAt->local), 0xA431 => $facts->gear->serial, 0xA434 => $facts->gear->lens];
        foreach (array_filter($texts, \is_string(...)) as $tag => $text) {
            $exif->text($tag, $text);
        }
        foreach (array_filter([0x010F => $facts->gear->make, 0x0110 => $facts->gear->model], \is_string(...)) as $tag => $text) {
            $main->text($tag, $text);
        }
        foreach ([0x829A => $facts->exposure->seconds, 0x829D => $facts->exposure->fNumber, 0x920A => $facts->exposure->focalLengthMm] as $tag => $value) {
            if (null !== $value && $value > 0.0005 && $value < 4000) {
                $exif->rationals($tag, $value < 1 ? [1_000_000, (int) round(1_000_000 / $value)] : [(int) round($value * 1000), 1000]);
            }
        }
        if (null !== $facts->exposure->iso && $facts->exposure->iso <= 0xFFFF) {
            $exif->shorts(0x8827, $facts->exposure->iso);
        }

        return new self(ByteOrder::Little, $main, $exif, null, null, null);
    }
}
