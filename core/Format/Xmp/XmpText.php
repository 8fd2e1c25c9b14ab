<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Xmp;

/** The text of a packet in UTF-8, whichever of the five encodings it came in (ISO 16684-1 section 7.3.2), and between its wrappers. */
final class XmpText
{
    /** How "<" and "?" or a letter begin a text in each of them. */
    private const STARTS = ["\xFE\xFF" => 'UTF-16BE', "\xFF\xFE\0\0" => 'UTF-32LE', "\xFF\xFE" => 'UTF-16LE', "\0\0\xFE\xFF" => 'UTF-32BE', "<\0\0\0" => 'UTF-32LE', "\0\0\0<" => 'UTF-32BE', "<\0" => 'UTF-16LE', "\0<" => 'UTF-16BE'];

    public static function inUtf8(string $packet): string
    {
        foreach (self::STARTS as $start => $encoding) {
            if (str_starts_with($packet, $start)) {
                $packet = mb_convert_encoding($packet, 'UTF-8', $encoding);
                break;
            }
        }
        $packet = mb_scrub(trim($packet, " \0\r\n\t"), 'UTF-8');
        $start = strpos($packet, '<');

        // The declaration may name the encoding that the text had, and it has another now; the wrapper is no part of what is said.
        return preg_replace('/<\?(xml\s|xpacket\s).*?\?>/s', '', false === $start ? '' : substr($packet, $start)) ?? '';
    }

    /** Characters that XML 1.0 section 2.2 allows; others cannot be written at all. */
    public static function writable(string $text): string
    {
        return preg_replace('/[^\x{9}\x{A}\x{D}\x{20}-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]/u', '', mb_scrub($text, 'UTF-8')) ?? '';
    }
}
