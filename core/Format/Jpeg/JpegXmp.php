<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Jpeg;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\Xmp\XmpName;
use VelvetLedger\Core\Format\Xmp\XmpTree;

/**
 * XMP in a JPEG (XMP Part 3 section 1.1.3): a packet of at most 65,502 bytes in an APP1 segment, and what is too much for
 * it as extended XMP, in pieces of its own that are found by the MD5 digest of the whole.
 */
final class JpegXmp
{
    public const SIGNATURE = "http://ns.adobe.com/xap/1.0/\0";
    private const EXTENSION = "http://ns.adobe.com/xmp/extension/\0";
    public const MOST = 65_502;
    private const MOST_A_PIECE = 65_400;

    /** Room for the property that leads to the extension, and its namespace. */
    private const NOTE = 200;

    /** What any file may ask for to be put together. */
    private const LONGEST = 50_000_000;

    /**
     * The packet with its extension joined in; null where the picture has none.
     *
     * @throws BrokenFile
     */
    public static function read(Bytes $bytes): ?XmpTree
    {
        $tree = null;
        $pieces = [];
        foreach (JpegReader::at($bytes)->segments as $segment) {
            if (!$segment->isApp(1)) {
                continue;
            }
            $payload = $bytes->upTo($segment->at, $segment->length);
            if (null === $tree && str_starts_with($payload, self::SIGNATURE)) {
                $tree = XmpTree::parse(substr($payload, \strlen(self::SIGNATURE)));
            } elseif (str_starts_with($payload, self::EXTENSION) && \strlen($payload) > \strlen(self::EXTENSION) + 40) {
                $at = \strlen(self::EXTENSION);
                $pieces[substr($payload, $at, 32)][ByteOrder::Big->u32($payload, $at + 36)] = substr($payload, $at + 40);
            }
        }
        $digest = $tree?->text(XmpName::of('xmpNote:HasExtendedXMP'));
        if (null !== $tree && null !== $digest && isset($pieces[$digest])) {
            ksort($pieces[$digest]);
            $whole = implode('', $pieces[$digest]);
            if (\strlen($whole) > self::LONGEST || strtoupper(md5($whole)) !== strtoupper($digest)) {
                throw BrokenFile::structure('XMP', 'its extension is not whole');
            }
            $tree->join(XmpTree::parse($whole));
        }
        $tree?->remove(XmpName::of('xmpNote:HasExtendedXMP'));

        return $tree;
    }

    /**
     * As segments can carry it: the packet, and what goes on in the extension, '' where nothing does. The largest
     * properties move there.
     *
     * @return array{string, string}
     */
    public static function divide(XmpTree $tree): array
    {
        $packet = $tree->packet();
        if (\strlen($packet) <= self::MOST) {
            return [$packet, ''];
        }
        $extension = XmpTree::blank();
        $tree->moveLargestTo($extension, self::MOST - self::NOTE);
        $more = $extension->bare();
        $tree->setText(XmpName::of('xmpNote:HasExtendedXMP'), strtoupper(md5($more)));

        return [$tree->packet(0), $more];
    }

    /**
     * Whether a file is a JPEG with extended XMP.
     *
     * @throws BrokenFile|CouldNotRead
     */
    public static function isExtended(string $path): bool
    {
        $bytes = Bytes::ofFile($path);
        if (!JpegReader::isJpeg($bytes->upTo(0, 3))) {
            return false;
        }
        foreach (JpegReader::at($bytes)->segments as $segment) {
            if ($segment->isApp(1) && self::EXTENSION === $bytes->upTo($segment->at, \strlen(self::EXTENSION))) {
                return true;
            }
        }

        return false;
    }

    /** The JPEG with extended XMP in the place of any that it had, behind its packet. */
    public static function extend(string $jpeg, string $extension): string
    {
        $segments = '';
        $digest = strtoupper(md5($extension));
        foreach ('' === $extension ? [] : str_split($extension, self::MOST_A_PIECE) as $i => $piece) {
            $payload = self::EXTENSION.$digest.pack('NN', \strlen($extension), $i * self::MOST_A_PIECE).$piece;
            $segments .= "\xFF\xE1".pack('n', \strlen($payload) + 2).$payload;
        }
        $made = '';
        $at = 0;
        foreach (JpegReader::at(Bytes::ofString($jpeg))->segments as $segment) {
            $payload = $segment->isApp(1) ? substr($jpeg, $segment->at, 64) : '';
            if (str_starts_with($payload, self::EXTENSION)) {
                $made .= substr($jpeg, $at, $segment->at - 4 - $at);
                $at = $segment->at + $segment->length;
            } elseif (str_starts_with($payload, self::SIGNATURE) && '' !== $segments) {
                $end = $segment->at + $segment->length;
                $made .= substr($jpeg, $at, $end - $at).$segments;
                $segments = '';
                $at = $end;
            }
        }

        return $made.substr($jpeg, $at);
    }
}
