<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Tiff;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;

/** One field of an image file directory: its tag, type, count, and where its values lie. */
final readonly class Entry
{
    /** @param int $at byte position of the first value in $bytes */
    public function __construct(
        public int $tag,
        public FieldType $type,
        public int $count,
        public int $at,
        private Bytes $bytes,
        private ByteOrder $order,
    ) {
    }

    /** Bytes that all values take together. */
    public function length(): int
    {
        return $this->count * $this->type->size();
    }

    /**
     * The values' bytes, at most $limit of them.
     *
     * @throws BrokenFile
     */
    public function raw(int $limit = 65536): string
    {
        return $this->bytes->read($this->at, min($limit, $this->length()));
    }

    /** Text up to its first NUL, trimmed. */
    public function text(): string
    {
        $raw = $this->raw(4096);
        $end = strpos($raw, "\0");

        return trim(false === $end ? $raw : substr($raw, 0, $end));
    }

    /**
     * Up to $limit values as numbers; rationals divided, a zero divisor giving null.
     *
     * @return list<int|float|null>
     *
     * @throws BrokenFile
     */
    public function numbers(int $limit = 4096): array
    {
        $size = $this->type->size();
        $count = min($limit, $this->count);
        $raw = $this->raw($count * $size);
        $values = [];
        for ($i = 0; $i < $count; ++$i) {
            $values[] = $this->number($raw, $i * $size);
        }

        return $values;
    }

    private function number(string $raw, int $at): int|float|null
    {
        $order = $this->order;

        return match ($this->type) {
            FieldType::Byte, FieldType::Ascii, FieldType::Undefined => \ord($raw[$at]),
            FieldType::SByte => \ord($raw[$at]) - (\ord($raw[$at]) > 127 ? 256 : 0),
            FieldType::Short => $order->u16($raw, $at),
            FieldType::SShort => $order->i16($raw, $at),
            FieldType::Long, FieldType::Ifd => $order->u32($raw, $at),
            FieldType::SLong => $order->i32($raw, $at),
            FieldType::Float => $order->f32($raw, $at),
            FieldType::Double => $order->f64($raw, $at),
            FieldType::Rational => self::quotient($order->u32($raw, $at), $order->u32($raw, $at + 4)),
            FieldType::SRational => self::quotient($order->i32($raw, $at), $order->i32($raw, $at + 4)),
        };
    }

    private static function quotient(int $numerator, int $denominator): ?float
    {
        return 0 === $denominator ? null : (float) $numerator / $denominator;
    }
}
