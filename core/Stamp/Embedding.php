<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Format\BoxFile\BoxReader;
use VelvetLedger\Core\Format\BoxFile\ItemTable;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\Jpeg\JpegReader;
use VelvetLedger\Core\Format\Jpeg\JpegXmp;
use VelvetLedger\Core\Format\Picture\CodedPicture;
use VelvetLedger\Core\Format\Tiff\TiffReader;
use VelvetLedger\Core\Format\Xmp\XmpTree;

/** One picture with the stamp that it is to bear: the packet merged with the one it has, the fields of Exif and IIM, and how its pictures are coded. */
final readonly class Embedding
{
    /** A scan with nothing in it, and the end of the image (T.81 B.1.1.2). */
    private const NO_PICTURE = "\xFF\xDA\x00\x08\x01\x01\x00\x00\x3F\x00\xFF\xD9";

    private const PIECE = 131_072;

    private const TIFF_XMP = 0x02BC;
    private const MOST_PACKET = 50_000_000;

    /**
     * @param string                              $packet    to stand in it
     * @param string                              $extension of the packet, in a JPEG; '' where there is none
     * @param list<array{string, string, string}> $tags      see OlderRecords
     * @param string                              $picture   digest of its coded pictures, which stay as they are
     * @param Written                             $written   what of it is ours
     * @param int|null                            $scanAt    where the first scan of a JPEG begins behind whose end nothing follows: what is before it can be written alone
     */
    private function __construct(public string $source, public string $target, public string $packet, public string $extension, public array $tags, public string $picture, public Written $written, private ?int $scanAt)
    {
    }

    /** @throws CouldNotStamp */
    public static function prepare(StampsXmp $stamps, string $source, string $target, Stamp $stamp, Written $before = new Written()): self
    {
        try {
            $bytes = Bytes::ofFile($source);
            $first = $bytes->upTo(0, 16);
            [$picture, $scanAt] = CodedPicture::read($bytes);
            $isJpeg = JpegReader::isJpeg($first);
        } catch (BrokenFile|CouldNotRead $failure) {
            throw CouldNotStamp::embed($source, $failure->getMessage());
        }
        try {
            $tree = self::packetOf($bytes, $first);
            $present = RecordsPresent::in($bytes);
        } catch (BrokenFile|CouldNotRead $failure) {
            throw CouldNotStamp::packet($source, $failure->getMessage());
        }
        $wasPutRight = null !== $tree && StampsXmp::saysTime($tree);
        if (null === $tree && $before->isNothing()) {
            [$tree, $written] = $stamps->alone($stamp, $present);
        } else {
            $written = $stamps->into($tree ??= XmpTree::blank(), $stamp, $before, $present);
        }
        [$packet, $extension] = $isJpeg ? JpegXmp::divide($tree) : [$tree->packet(), ''];

        return new self($source, $target, $packet, $extension, OlderRecords::of($stamp, $before, $present, $wasPutRight), $picture, $written, $scanAt);
    }

    /** Whether only what is before its picture passes through whoever writes it. */
    public function isByHead(): bool
    {
        return null !== $this->scanAt;
    }

    /**
     * As head() is to become, where it is one of an ordinary JPEG (see StampedHead); else null.
     *
     * @throws BrokenFile|CouldNotRead
     */
    private function stampedHead(): ?string
    {
        $stamped = null === $this->scanAt ? null : StampedHead::of(Bytes::ofFile($this->source)->upTo(0, $this->scanAt), $this->tags, $this->packet);

        return null === $stamped ? null : $stamped.self::NO_PICTURE;
    }

    /**
     * Writes it at once, where it is ordinary; nothing stands at the target where that fails.
     *
     * @return bool whether it was; else whoever writes all of them has to
     *
     * @throws CouldNotStamp
     */
    public function writeOrdinary(): bool
    {
        try {
            $stamped = $this->stampedHead();
        } catch (BrokenFile|CouldNotRead) {
            return false;
        }
        if (null === $stamped) {
            return false;
        }
        try {
            $this->join($stamped);
        } catch (CouldNotStamp $failure) {
            @unlink($this->target);
            throw $failure;
        }

        return true;
    }

    /** What of the source is to be written, where its coded picture need not pass through whoever writes it; null where it is all of it. */
    public function head(): ?string
    {
        return null === $this->scanAt ? null : Bytes::ofFile($this->source)->upTo(0, $this->scanAt).self::NO_PICTURE;
    }

    /**
     * The target, from its head as it was written and the source's picture; what passes is compared with the picture as it was read before.
     *
     * @throws CouldNotStamp
     */
    public function join(string $written): void
    {
        if (!str_ends_with($written, self::NO_PICTURE)) {
            throw CouldNotStamp::embed($this->source, 'what was written is no head of a JPEG');
        }
        $head = substr(JpegXmp::extend($written, $this->extension), 0, -\strlen(self::NO_PICTURE));
        $left = (int) filesize($this->source) - (int) $this->scanAt;
        $source = @fopen($this->source, 'r');
        $target = @fopen($this->target, 'x');
        if (false === $source || false === $target || 0 !== fseek($source, (int) $this->scanAt) || \strlen($head) !== fwrite($target, $head)) {
            throw CouldNotStamp::embed($this->source, 'it could not be read again, or the drive did not take it');
        }
        stream_set_read_buffer($source, 0);
        try {
            $hash = CodedPicture::ofHead($head);
        } catch (BrokenFile $broken) {
            throw CouldNotStamp::embed($this->source, $broken->getMessage());
        }
        while ($left > 0 && \is_string($piece = fread($source, self::PIECE)) && '' !== $piece) {
            if (\strlen($piece) !== fwrite($target, $piece)) {
                throw CouldNotStamp::embed($this->source, 'the drive did not take it');
            }
            $left -= \strlen($piece);
            hash_update($hash, $left >= 2 ? $piece : substr($piece, 0, \strlen($piece) - 2 + max(0, $left)));
        }
        if (!fclose($target) || 0 !== $left || hash_final($hash) !== $this->picture) {
            throw CouldNotStamp::picture($this->source);
        }
    }

    /** That the target is the source with its stamp, and nothing else. @throws CouldNotStamp */
    public function confirm(): void
    {
        try {
            if (null === $this->scanAt && ('' !== $this->extension || JpegXmp::isExtended($this->target))) {
                $whole = JpegXmp::extend((string) file_get_contents($this->target), $this->extension);
                if (\strlen($whole) !== file_put_contents($this->target, $whole)) {
                    throw CouldNotStamp::embed($this->source, 'the drive did not take it');
                }
            }
            $same = CodedPicture::ofFile($this->target) === $this->picture;
        } catch (BrokenFile|CouldNotRead $failure) {
            throw CouldNotStamp::embed($this->source, $failure->getMessage());
        }
        if (!$same) {
            throw CouldNotStamp::picture($this->source);
        }
    }

    private static function packetOf(Bytes $bytes, string $first): ?XmpTree
    {
        if (JpegReader::isJpeg($first)) {
            return JpegXmp::read($bytes);
        }
        if (BoxReader::isBoxFile($first)) {
            $place = ItemTable::of($bytes, BoxReader::find($bytes, 'meta'))->place('mime');

            return null === $place ? null : XmpTree::parse($bytes->read($place->offset, min(self::MOST_PACKET, $place->length)));
        }
        $tiff = TiffReader::at($bytes);
        $packet = $tiff->ifd($tiff->first)?->raw(self::TIFF_XMP, self::MOST_PACKET);

        return null === $packet || '' === trim($packet, "\0 ") ? null : XmpTree::parse($packet);
    }
}
