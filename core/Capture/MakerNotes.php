<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Tiff\Entry;
use VelvetLedger\Core\Format\Tiff\Ifd;
use VelvetLedger\Core\Format\Tiff\TiffReader;

/**
 * What makers keep in their own notes and not in Exif's fields: serial numbers, lenses, sensitivities of
 * bodies older than Exif 2.3. The notes are not published; tags are facts of the trade as ExifTool documents
 * them, and checked against it. Only notes that are TIFF directories are read.
 */
final class MakerNotes
{
    private const MAKER_NOTE = 0x927C;

    public static function gather(TiffReader $tiff, Ifd $exif, FactsDraft $draft): void
    {
        $note = $exif->entry(self::MAKER_NOTE);
        $make = strtolower($draft->make ?? '');
        if (null === $note || $note->length() < 18) {
            return;
        }
        try {
            $head = $note->raw(16);
            match (true) {
                str_starts_with($make, 'canon') => self::canonAt($tiff, $note, $draft),
                str_starts_with($head, "Nikon\0") => self::nikon($tiff, $note, $head, $draft),
                str_starts_with($head, 'OLYMP'), str_starts_with($head, 'OLYMPUS') => self::olympus($tiff, $note, $head, $draft),
                str_starts_with($head, "SIGMA\0\0\0"), str_starts_with($head, 'FOVEON') => self::sigma($tiff, $note, $draft),
                default => null,
            };
        } catch (BrokenFile) {
            return; // a damaged note takes nothing from what Exif said
        }
    }

    /** Canon's directory, in a note or in a CR3's CMT3: lens name 0x0095, serial number 0x000C, shot data 0x0004, 0x0002. */
    public static function canon(Ifd $ifd, FactsDraft $draft): void
    {
        $serial = $ifd->int(0x000C);
        $draft->serial ??= null === $serial || 0 === $serial ? null : (string) $serial;
        $draft->lens ??= $ifd->text(0x0095);
        $id = trim(bin2hex($ifd->raw(0x0028) ?? ''), '0');
        $draft->imageUniqueId ??= '' === $id ? null : bin2hex((string) $ifd->raw(0x0028));
        $shot = $ifd->numbers(0x0004);
        if (null === $draft->iso && isset($shot[2]) && $shot[2] > 0) {
            $base = isset($shot[1]) ? 2 ** (self::signed((int) $shot[1]) / 32) : 1.0;
            $draft->iso = (int) round(self::canonIso(self::signed((int) $shot[2])) * $base);
        }
    }

    /** Canon's sensitivity in 32nds of EV. */
    public static function canonIso(int $value): float
    {
        return 100 / 32 * 2 ** ($value / 32);
    }

    /** Canon's EV in 32nds, where 12 and 20 stand for a third and two thirds. */
    public static function canonEv(int $value): float
    {
        $fraction = abs($value) & 0x1F;
        $exact = [0x0C => 32 / 3, 0x14 => 64 / 3][$fraction] ?? (float) $fraction;

        return ($value < 0 ? -1 : 1) * (abs($value) - $fraction + $exact) / 32;
    }

    private static function canonAt(TiffReader $tiff, Entry $note, FactsDraft $draft): void
    {
        $ifd = $tiff->ifd($note->at - $tiff->base);
        if (null !== $ifd) {
            self::canon($ifd, $draft);
        }
    }

    /** Nikon's second and third kind of note: the first counts from the file's start, the other has a TIFF header of its own. */
    private static function nikon(TiffReader $tiff, Entry $note, string $head, FactsDraft $draft): void
    {
        if ("\2" !== $head[6]) {
            return;
        }
        $inner = TiffReader::at($tiff->bytes, $note->at + 10);
        $ifd = $inner->ifd($inner->first);
        if (null === $ifd) {
            return;
        }
        $draft->serial ??= $ifd->text(0x001D) ?? $ifd->text(0x00A0);
        $draft->iso ??= $ifd->int(0x0002, 1);
    }

    /** Olympus: the equipment directory 0x2010 has the serial number at 0x0101 and the lens at 0x0203. */
    private static function olympus(TiffReader $tiff, Entry $note, string $head, FactsDraft $draft): void
    {
        $own = str_starts_with($head, "OLYMPUS\0");
        $inner = $own ? new TiffReader($tiff->bytes, ByteOrder::tryFrom(substr($head, 8, 2)) ?? $tiff->order, $note->at, 12) : new TiffReader($tiff->bytes, $tiff->order, $tiff->base, $note->at - $tiff->base + 8);
        $ifd = $inner->ifd($inner->first);
        $place = $ifd?->entry(0x2010);
        if (null === $ifd || null === $place) {
            $draft->serial ??= $ifd?->text(0x0404);

            return;
        }
        $equipment = $inner->ifd($place->type->size() >= 4 ? ($ifd->int(0x2010) ?? 0) : $place->at - $inner->base);
        $draft->serial ??= $equipment?->text(0x0101);
        $lens = $equipment?->text(0x0203);
        $draft->lens ??= $lens;
    }

    /** Sigma: serial number as text at 0x0002, lens sensitivity and the rest in Exif. */
    private static function sigma(TiffReader $tiff, Entry $note, FactsDraft $draft): void
    {
        $inner = new TiffReader($tiff->bytes, $tiff->order, $tiff->base, $note->at - $tiff->base + 10);
        $draft->serial ??= $inner->ifd($inner->first)?->text(0x0002);
    }

    private static function signed(int $value): int
    {
        return $value >= 0x8000 ? $value - 0x10000 : $value;
    }
}
