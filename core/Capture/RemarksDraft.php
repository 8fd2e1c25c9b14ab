<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

use VelvetLedger\Core\Format\Iptc\IptcRecord;
use VelvetLedger\Core\Format\Tiff\Ifd;
use VelvetLedger\Core\Format\Xmp\XmpPacket;

/**
 * What is said of a picture in up to three places of its file, and which of them counts where they disagree (MWG
 * Guidelines 2.0, chapter 5): Exif before the others for creator, notice and description; XMP before IIM, unless IIM was
 * changed after the two were last put in step, which its digest tells.
 */
final class RemarksDraft
{
    private const ARTIST = 0x013B;
    private const COPYRIGHT = 0x8298;
    private const IMAGE_DESCRIPTION = 0x010E;

    /** Datasets of IIM 4.2, record 2. */
    private const BY_LINE = 80;
    private const COPYRIGHT_NOTICE = 116;
    private const CAPTION = 120;
    private const KEYWORDS = 25;

    private ?XmpPacket $xmp = null;
    private ?IptcRecord $iim = null;

    /** @var array<int, string|null> */
    private array $exif = [];

    public function saidInExif(Ifd $main): void
    {
        foreach ([self::ARTIST, self::COPYRIGHT, self::IMAGE_DESCRIPTION] as $tag) {
            $this->exif[$tag] ??= $main->text($tag);
        }
    }

    public function saidInXmp(XmpPacket $packet): void
    {
        $this->xmp ??= $packet;
    }

    public function saidInIim(IptcRecord $record): void
    {
        if ($record->isThere()) {
            $this->iim ??= $record;
        }
    }

    public function rating(): ?int
    {
        return $this->xmp?->rating();
    }

    public function remarks(): Remarks
    {
        $iimFirst = false === $this->iim?->isAsSealed;
        $pick = static fn (?string $xmp, ?string $iim): ?string => $iimFirst ? $iim ?? $xmp : $xmp ?? $iim;
        $all = static fn (array $texts): ?string => [] === $texts ? null : implode('; ', array_filter($texts, \is_string(...)));
        $iim = fn (int $dataset): ?string => $all($this->iim?->texts($dataset) ?? []);
        $xmpKeywords = $this->xmp?->keywords() ?? [];
        $iimKeywords = array_map(static fn (string $word): array => [$word], $this->iim?->texts(self::KEYWORDS) ?? []);

        return new Remarks(
            $this->exif(self::ARTIST) ?? $pick($all($this->xmp?->texts('dc:creator') ?? []), $iim(self::BY_LINE)),
            $this->exif(self::COPYRIGHT) ?? $pick($this->xmp?->text('dc:rights'), $iim(self::COPYRIGHT_NOTICE)),
            $this->exif(self::IMAGE_DESCRIPTION) ?? $pick($this->xmp?->text('dc:description'), $iim(self::CAPTION)),
            $this->xmp?->text('xmp:Label'),
            ($iimFirst ? [] !== $iimKeywords : [] === $xmpKeywords) ? $iimKeywords : $xmpKeywords,
        );
    }

    private function exif(int $tag): ?string
    {
        $text = trim($this->exif[$tag] ?? '');

        return '' === $text ? null : $text;
    }
}
