<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Xmp;

use VelvetLedger\Core\Format\BrokenFile;

/** The text of a packet in UTF-8, whichever of the five encodings it came in (ISO 16684-1 section 7.3.2), and between its wrappers. */
final class XmpText
{
    /** Bytes of a packet; extended XMP with pictures in it has some megabytes. */
    public const LONGEST = 20_000_000;

    /** How "<" and "?" or a letter begin a text in each of them. */
    private const STARTS = ["\xFE\xFF" => 'UTF-16BE', "\xFF\xFE\0\0" => 'UTF-32LE', "\xFF\xFE" => 'UTF-16LE', "\0\0\xFE\xFF" => 'UTF-32BE', "<\0\0\0" => 'UTF-32LE', "\0\0\0<" => 'UTF-32BE', "<\0" => 'UTF-16LE', "\0<" => 'UTF-16BE'];

    /** What stands before the XML of a packet and is no part of what is said: its declaration, and its wrapper. */
    private const LEADS = '/\G<\?(?:xml|xpacket)\s/A';

    /** An encoding of our own: whichever one a packet names, what is looked at here is what a parser reads. */
    private const DECLARATION = '<?xml version="1.0" encoding="UTF-8"?>';

    /** @throws BrokenFile where it is too long to be a packet */
    public static function inUtf8(string $packet): string
    {
        if (\strlen($packet) > self::LONGEST) {
            throw BrokenFile::structure('XMP', \sprintf('it has %d bytes, and no packet has more than %d', \strlen($packet), self::LONGEST));
        }
        foreach (self::STARTS as $start => $encoding) {
            if (str_starts_with($packet, $start)) {
                $packet = mb_convert_encoding($packet, 'UTF-8', $encoding);
                break;
            }
        }
        $packet = mb_scrub(trim($packet, " \0\r\n\t"), 'UTF-8');
        $at = strpos($packet, '<');
        while (false !== $at && 1 === preg_match(self::LEADS, $packet, $found, 0, $at)) {
            $end = strpos($packet, '?>', $at);
            $at = false === $end ? false : strpos($packet, '<', $end);
        }

        // A declaration anywhere but here is no XML, and refused as such.
        return false === $at ? '' : self::DECLARATION.substr($packet, $at);
    }

    /** Characters that XML 1.0 section 2.2 allows; others cannot be written at all. */
    public static function writable(string $text): string
    {
        return preg_replace('/[^\x{9}\x{A}\x{D}\x{20}-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]/u', '', mb_scrub($text, 'UTF-8')) ?? '';
    }
}
