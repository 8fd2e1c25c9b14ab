<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\BoxFile;

use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;

/** The items of a 'meta' box: their types (iinf), places (iloc) and sizes in pixels (iprp); ISO/IEC 14496-12 section 8.11, 23008-12 section 6.5.3. */
final class ItemTable
{
    /** @var array<int, string> item => type */
    private array $types = [];

    /** @var array<int, ItemPlace> */
    private array $places = [];

    /** @var array<int, list<ItemPlace>> item => all its parts */
    private array $parts = [];

    /** Where the data box of this table begins, for items that lie in it (construction method 1). */
    private int $ownData = 0;

    /** @var array<int, array{int, int}> item => width and height */
    private array $sizes = [];

    private int $primary = 0;

    private function __construct(private readonly Bytes $bytes)
    {
    }

    public static function of(Bytes $bytes, Box $meta): self
    {
        $table = new self($bytes);
        $boxes = BoxReader::boxes($bytes, $meta->at + 4, $meta->at + $meta->length);
        usort($boxes, static fn (Box $a, Box $b): int => ('iloc' === $a->type) <=> ('iloc' === $b->type)); // where things lie is asked last
        foreach ($boxes as $box) {
            match ($box->type) {
                'pitm' => $table->primary = $table->number($box->at + 4, 0 === \ord($bytes->read($box->at, 1)) ? 2 : 4),
                'iinf' => $table->readTypes($box),
                'iloc' => $table->readPlaces($box),
                'iprp' => $table->readSizes($box),
                'idat' => $table->ownData = $box->at,
                default => null,
            };
        }

        return $table;
    }

    /** Where the first item of a type lies. */
    public function place(string $type): ?ItemPlace
    {
        $item = array_search($type, $this->types, true);

        return false === $item ? null : $this->places[$item] ?? null;
    }

    /** @return list<ItemPlace> the parts of all items that are pictures or made of pictures, by the items' numbers; what is said about them is not among them */
    public function pictures(): array
    {
        $parts = $this->parts;
        ksort($parts);

        return array_merge(...array_values(array_filter($parts, fn (int $item): bool => !\in_array($this->types[$item] ?? '', ['Exif', 'mime', 'uri '], true), \ARRAY_FILTER_USE_KEY)));
    }

    /** @return array{int, int}|null width and height of the primary item, pixels */
    public function primarySize(): ?array
    {
        return $this->sizes[$this->primary] ?? null;
    }

    private function readTypes(Box $iinf): void
    {
        $skip = 0 === \ord($this->bytes->read($iinf->at, 1)) ? 6 : 8;
        foreach (BoxReader::boxes($this->bytes, $iinf->at + $skip, $iinf->at + $iinf->length) as $box) {
            $version = \ord($this->bytes->read($box->at, 1));
            if ('infe' === $box->type && $version >= 2) {
                $wide = 2 === $version ? 2 : 4;
                $this->types[$this->number($box->at + 4, $wide)] = $this->bytes->read($box->at + 6 + $wide, 4);
            }
        }
    }

    private function readPlaces(Box $iloc): void
    {
        $version = \ord($this->bytes->read($iloc->at, 1));
        $sizes = $this->number($iloc->at + 4, 2);
        [$offsetSize, $lengthSize, $baseSize, $indexSize] = [$sizes >> 12, $sizes >> 8 & 15, $sizes >> 4 & 15, $version > 0 ? $sizes & 15 : 0];
        $wide = $version < 2 ? 2 : 4;
        $count = min(4096, $this->number($iloc->at + 6, $wide));
        $at = $iloc->at + 6 + $wide;
        for ($i = 0; $i < $count; ++$i) {
            $item = $this->number($at, $wide);
            $method = $version > 0 ? $this->number($at + $wide, 2) & 15 : 0;
            $at += $wide + ($version > 0 ? 2 : 0) + 2;
            $base = $this->number($at, $baseSize) + (1 === $method ? $this->ownData : 0);
            $extents = min(64, $this->number($at + $baseSize, 2));
            $at += $baseSize + 2;
            for ($e = 0; $e < $extents; ++$e) {
                $at += $indexSize;
                $place = $this->placeFrom($base, $this->number($at, $offsetSize), $this->number($at + $offsetSize, $lengthSize));
                $this->places[$item] ??= $place;
                $this->parts[$item][] = $place;
                $at += $offsetSize + $lengthSize;
            }
        }
    }

    private function readSizes(Box $iprp): void
    {
        $properties = BoxReader::tryFind($this->bytes, 'ipco', $iprp);
        $associations = BoxReader::tryFind($this->bytes, 'ipma', $iprp);
        if (null === $properties || null === $associations) {
            return;
        }
        $list = BoxReader::boxes($this->bytes, $properties->at, $properties->at + $properties->length);
        $version = \ord($this->bytes->read($associations->at, 1));
        $wideIndex = 1 === ($this->number($associations->at + 1, 3) & 1);
        $count = min(4096, $this->number($associations->at + 4, 4));
        $at = $associations->at + 8;
        for ($i = 0; $i < $count; ++$i) {
            $item = $this->number($at, $version < 1 ? 2 : 4);
            $at += $version < 1 ? 2 : 4;
            for ($left = $this->number($at++, 1); $left > 0; --$left) {
                $index = $wideIndex ? $this->number($at, 2) & 0x7FFF : $this->number($at, 1) & 0x7F;
                $at += $wideIndex ? 2 : 1;
                $property = $list[$index - 1] ?? null;
                if ('ispe' === $property?->type) {
                    $this->sizes[$item] = [$this->number($property->at + 4, 4), $this->number($property->at + 8, 4)];
                }
            }
        }
    }

    /** Of numbers of 64 bits, which may lie anywhere: none that a file could have ends in nowhere. */
    private function placeFrom(int $base, int $offset, int $length): ItemPlace
    {
        $within = $base >= 0 && $offset >= 0 && $offset <= $this->bytes->size && $base <= $this->bytes->size - $offset;

        return $within ? new ItemPlace($base + $offset, max(0, $length)) : new ItemPlace($this->bytes->size, 0);
    }

    /** A big-endian number of 0, 1, 2, 3, 4 or 8 bytes. */
    private function number(int $at, int $length): int
    {
        return 0 === $length ? 0 : ByteOrder::Big->u64(str_pad($this->bytes->read($at, $length), 8, "\0", \STR_PAD_LEFT));
    }
}
