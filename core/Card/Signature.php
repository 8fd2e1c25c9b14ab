<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/**
 * What sort of file it is by how it begins, for names that say nothing: "FILE0001.CHK" after a repair of the card. Each
 * by its own specification: JPEG (ISO/IEC 10918-1), PNG (ISO/IEC 15948), TIFF 6.0 and what is built on it, ISO base media
 * (ISO/IEC 14496-12) by brand, RIFF (WAVE, AVI, WebP), Matroska (RFC 9559), MPEG (ISO/IEC 13818-1), ASF, FLAC (RFC 9639), ID3.
 */
final class Signature
{
    /** Bytes of the beginning that are looked at. */
    public const BYTES = 16;

    /** What files begin with, in regular expressions. */
    private const BEGINS = [
        '\xFF\xD8\xFF' => Kind::StillRendered,
        '\x89PNG\r\n\x1A\n' => Kind::StillRendered,
        'GIF8[79]a' => Kind::StillRendered,
        '8BPS\0\x01' => Kind::StillRendered,
        'RIFF.{4}WEBP' => Kind::StillRendered,
        '\0\0\0\x0C(?:jP  |JXL )\r\n\x87\n' => Kind::StillRendered,
        '.{4}ftyp(?:heic|heix|heim|heis|hevc|hevx|mif1|msf1|avif|avis)' => Kind::StillRendered,
        '.{4}ftypcrx ' => Kind::StillRaw,
        '(?:II\*\0|MM\0\*|IIU\0|IIR[OS]|MMOR)' => Kind::StillRaw,
        '(?:FUJIFILMCCD-RAW|FOVb|\0MRM|II\x1A\0\0\0HEAPCCDR)' => Kind::StillRaw,
        'RIFF.{4}WAVE' => Kind::VoiceNote,
        '(?:ID3[\x02-\x04]|fLaC)' => Kind::VoiceNote,
        '.{4}ftypM4A ' => Kind::VoiceNote,
        '.{4}(?:ftyp|moov|mdat|wide)' => Kind::MovingPicture,
        'RIFF.{4}AVI ' => Kind::MovingPicture,
        '(?:\x1A\x45\xDF\xA3|\x30\x26\xB2\x75\x8E\x66\xCF\x11|\0\0\x01\xBA|\x06\x0E\x2B\x34)' => Kind::MovingPicture,
    ];

    /** Null where nothing that it knows begins so. */
    public static function kindOf(string $head): ?Kind
    {
        foreach (self::BEGINS as $begins => $kind) {
            if (1 === preg_match('/^'.$begins.'/s', $head)) {
                return $kind;
            }
        }

        return null;
    }
}
