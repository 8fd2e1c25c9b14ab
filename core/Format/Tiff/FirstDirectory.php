<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Tiff;

use VelvetLedger\Core\Format\ByteOrder;

/**
 * The first directory of a TIFF structure (TIFF 6.0 section 2; Exif, CIPA DC-008 section 4.5) with some of its fields set
 * anew, as a record of its own at the structure's end. Nothing else moves: whatever offset stands anywhere, in a maker's note
 * too, still leads to the same bytes. What was appended so before is taken away first, so that a structure does not grow.
 */
final readonly class FirstDirectory
{
    private const FIELD = 12;
    private const MOST_FIELDS = 1024;

    /**
     * @param string                           $tiff   the structure, from its byte order mark
     * @param array<int, string>               $fields tag => its field in the directory, 12 bytes
     * @param array<int, array{int, int, int}> $values tag => type, offset and length in bytes of values that lie elsewhere
     * @param string                           $next   offset of the directory that follows, 4 bytes
     */
    private function __construct(private string $tiff, private ByteOrder $order, private int $at, private array $fields, private array $values, private string $next)
    {
    }

    /** Null where it is not such a structure, or one that is not safely understood: damaged, or with a field twice. */
    public static function of(string $tiff): ?self
    {
        $order = ByteOrder::tryFrom(substr($tiff, 0, 2));
        if (null === $order || \strlen($tiff) < 14 || 42 !== $order->u16($tiff, 2)) {
            return null;
        }
        $at = $order->u32($tiff, 4);
        $count = $at >= 8 && $at + 2 <= \strlen($tiff) ? $order->u16($tiff, $at) : 0;
        $end = $at + 2 + self::FIELD * $count;
        if (0 === $count || $count > self::MOST_FIELDS || $end + 4 > \strlen($tiff)) {
            return null;
        }
        $fields = $values = [];
        foreach (str_split(substr($tiff, $at + 2, self::FIELD * $count), self::FIELD) as $field) {
            $tag = $order->u16($field);
            $type = FieldType::tryFrom($order->u16($field, 2));
            $length = $order->u32($field, 4) * ($type?->size() ?? 0);
            if (null === $type || isset($fields[$tag]) || ($length > 4 && $order->u32($field, 8) + $length > \strlen($tiff))) {
                return null;
            }
            $fields[$tag] = $field;
            if ($length > 4) {
                $values[$tag] = [$type->value, $order->u32($field, 8), $length];
            }
        }

        return new self($tiff, $order, $at, $fields, $values, substr($tiff, $end, 4));
    }

    /**
     * The structure with these fields in the place of those that it has of their tags.
     *
     * @param array<int, string|int|null> $fields tag => text (ASCII, its NUL added), number (SHORT), or null, which takes it away
     */
    public function with(array $fields): string
    {
        $kept = $this->fields;
        $bytes = [];
        $tail = $this->ownTail();
        foreach ($tail ?? [] as $tag) {
            $bytes[$tag] = substr($this->tiff, $this->values[$tag][1], $this->values[$tag][2]);
        }
        foreach ($fields as $tag => $value) {
            unset($kept[$tag], $bytes[$tag]);
            if (\is_int($value)) {
                $kept[$tag] = $this->field($tag, FieldType::Short, 1).str_pad($this->order->packU16($value), 4, "\0");
            } elseif (null !== $value) {
                $kept[$tag] = $this->field($tag, FieldType::Ascii, \strlen($value) + 1).str_pad($value, 4, "\0");
                if (\strlen($value) > 3) {
                    $bytes[$tag] = $value."\0";
                }
            }
        }
        ksort($kept);
        $before = null === $tail ? $this->tiff.(1 === \strlen($this->tiff) % 2 ? "\0" : '') : substr($this->tiff, 0, $this->at);
        $at = \strlen($before) + 2 + self::FIELD * \count($kept) + 4;
        $values = '';
        foreach (array_intersect_key($bytes, $kept) as $tag => $value) {
            $kept[$tag] = substr($kept[$tag], 0, 8).$this->order->packU32($at + \strlen($values));
            $values .= self::even($value);
        }

        return substr_replace($before, $this->order->packU32(\strlen($before)), 4, 4).$this->order->packU16(\count($kept)).implode('', $kept).$this->next.$values;
    }

    /**
     * Texts that lie behind the directory, where it is the last record and nothing but texts of its own follows: as with() leaves it.
     *
     * @return list<int>|null tags
     */
    private function ownTail(): ?array
    {
        $end = $this->at + 2 + self::FIELD * \count($this->fields) + 4;
        $tags = [];
        if ($this->order->u32($this->next) >= $this->at) {
            return null;
        }
        foreach (array_diff_key($this->fields, $this->values) as $field) {
            if (\in_array($this->order->u16($field, 2), [FieldType::Long->value, FieldType::Ifd->value], true) && $this->order->u32($field, 8) >= $this->at) {
                return null; // it may lead there: a directory below this one
            }
        }
        foreach ($this->values as $tag => [$type, $offset, $length]) {
            if ($offset + $length > $this->at) {
                if (FieldType::Ascii->value !== $type) {
                    return null;
                }
                $tags[$offset] = $tag;
            }
        }
        ksort($tags);
        foreach ($tags as $offset => $tag) {
            if ($offset !== $end) {
                return null;
            }
            $end += $this->values[$tag][2] + $this->values[$tag][2] % 2;
        }

        return $end === \strlen($this->tiff) ? array_values($tags) : null;
    }

    private function field(int $tag, FieldType $type, int $count): string
    {
        return $this->order->packU16($tag).$this->order->packU16($type->value).$this->order->packU32($count);
    }

    /** Values begin on a word boundary (TIFF 6.0 section 2). */
    private static function even(string $bytes): string
    {
        return 1 === \strlen($bytes) % 2 ? $bytes."\0" : $bytes;
    }
}
