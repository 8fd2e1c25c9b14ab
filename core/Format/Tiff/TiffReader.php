<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Tiff;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;

/**
 * A TIFF structure (TIFF 6.0 section 2) somewhere in a file: in a TIFF, in a camera raw file built on it,
 * or inside an Exif segment, where offsets count from the structure's own start.
 */
final class TiffReader
{
    /** What Panasonic writes in the place of TIFF's 42. */
    public const PANASONIC = 0x55;

    /** Directories with more fields than this are taken for damage. */
    private const MOST_ENTRIES = 1024;

    /** @var array<int, true> directories read so far, against loops */
    private array $visited = [];

    /** @param int $base byte position that offsets count from */
    public function __construct(
        public readonly Bytes $bytes,
        public readonly ByteOrder $order,
        public readonly int $base,
        public readonly int $first,
        public readonly int $magic = 42,
    ) {
    }

    /**
     * The structure whose header stands at byte $base. Beside TIFF's own 42 the header may carry the
     * numbers that Panasonic (0x55) and Olympus (0x4F52, 0x5352) write in its place.
     *
     * @throws BrokenFile
     */
    public static function at(Bytes $bytes, int $base = 0): self
    {
        $header = $bytes->read($base, 8);
        $order = ByteOrder::tryFrom(substr($header, 0, 2)) ?? throw BrokenFile::structure('TIFF', 'no byte order mark');
        $magic = $order->u16($header, 2);
        if (!\in_array($magic, [42, self::PANASONIC, 0x4F52, 0x5352], true)) {
            throw BrokenFile::structure('TIFF', \sprintf('the version number is %d, not 42', $magic));
        }

        return new self($bytes, $order, $base, $order->u32($header, 4), $magic);
    }

    /**
     * The directories that follow one another from $offset, none twice, at most 32.
     *
     * @return list<Ifd>
     */
    public function chain(int $offset): array
    {
        $chain = [];
        while (0 !== $offset && \count($chain) < 32 && null !== $ifd = $this->ifd($offset)) {
            $chain[] = $ifd;
            $offset = $ifd->next;
        }

        return $chain;
    }

    /**
     * The directories that an entry of $parent points at (SubIFDs, the Exif directory): their offsets are its values.
     *
     * @return list<Ifd>
     */
    public function children(Ifd $parent, int $tag): array
    {
        $found = [];
        foreach (\array_slice($parent->numbers($tag), 0, 16) as $offset) {
            if (null !== $offset && null !== $ifd = $this->ifd((int) $offset)) {
                $found[] = $ifd;
            }
        }

        return $found;
    }

    /** The directory at $offset from the structure's start; null where there is none that can be read, or it was read before. */
    public function ifd(int $offset): ?Ifd
    {
        if (isset($this->visited[$offset])) {
            return null;
        }
        $this->visited[$offset] = true;
        try {
            return $this->readIfd($offset);
        } catch (BrokenFile) {
            return null;
        }
    }

    private function readIfd(int $offset): Ifd
    {
        $at = $this->base + $offset;
        $count = $this->order->u16($this->bytes->read($at, 2));
        if (0 === $count || $count > self::MOST_ENTRIES) {
            throw BrokenFile::structure('TIFF', \sprintf('a directory claims %d fields', $count));
        }
        $table = $this->bytes->upTo($at + 2, $count * 12 + 4);
        $entries = [];
        for ($i = 0; $i < $count && ($i + 1) * 12 <= \strlen($table); ++$i) {
            $entry = $this->entry($table, $i * 12, $at + 2);
            if (null !== $entry) {
                $entries[$entry->tag] ??= $entry;
            }
        }
        $next = \strlen($table) >= $count * 12 + 4 ? $this->order->u32($table, $count * 12) : 0;

        return new Ifd($offset, $entries, $next);
    }

    private function entry(string $table, int $at, int $tableAt): ?Entry
    {
        $type = FieldType::tryFrom($this->order->u16($table, $at + 2));
        if (null === $type) {
            return null;
        }
        $count = $this->order->u32($table, $at + 4);
        $inline = $count * $type->size() <= 4;
        $valueAt = $inline ? $tableAt + $at + 8 : $this->base + $this->order->u32($table, $at + 8);

        return new Entry($this->order->u16($table, $at), $type, $count, $valueAt, $this->bytes, $this->order);
    }
}
