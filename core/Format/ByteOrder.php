<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format;

/** The order in which a file writes the bytes of a number: TIFF 6.0 section 2, "II" or "MM". */
enum ByteOrder: string
{
    case Little = 'II';
    case Big = 'MM';

    /** The unsigned 16-bit number at a byte position of $bytes. */
    public function u16(string $bytes, int $at = 0): int
    {
        return $this->number(self::Little === $this ? 'v' : 'n', $bytes, $at, 2);
    }

    /** The unsigned 32-bit number at a byte position of $bytes. */
    public function u32(string $bytes, int $at = 0): int
    {
        return $this->number(self::Little === $this ? 'V' : 'N', $bytes, $at, 4);
    }

    /** The unsigned 64-bit number at a byte position; beyond 63 bits it comes out negative. */
    public function u64(string $bytes, int $at = 0): int
    {
        return $this->number(self::Little === $this ? 'P' : 'J', $bytes, $at, 8);
    }

    public function i16(string $bytes, int $at = 0): int
    {
        $value = $this->u16($bytes, $at);

        return $value >= 0x8000 ? $value - 0x10000 : $value;
    }

    public function i32(string $bytes, int $at = 0): int
    {
        $value = $this->u32($bytes, $at);

        return $value >= 0x80000000 ? $value - 0x100000000 : $value;
    }

    /** IEEE 754 single precision. */
    public function f32(string $bytes, int $at = 0): float
    {
        return $this->real(self::Little === $this ? 'g' : 'G', $bytes, $at, 4);
    }

    /** IEEE 754 double precision. */
    public function f64(string $bytes, int $at = 0): float
    {
        return $this->real(self::Little === $this ? 'e' : 'E', $bytes, $at, 8);
    }

    public function packU16(int $value): string
    {
        return pack(self::Little === $this ? 'v' : 'n', $value & 0xFFFF);
    }

    public function packU32(int $value): string
    {
        return pack(self::Little === $this ? 'V' : 'N', $value & 0xFFFFFFFF);
    }

    private function number(string $code, string $bytes, int $at, int $length): int
    {
        $value = $this->unpacked($code, $bytes, $at, $length);

        return \is_int($value) ? $value : throw BrokenFile::endsEarly($at, $length, \strlen($bytes));
    }

    private function real(string $code, string $bytes, int $at, int $length): float
    {
        $value = $this->unpacked($code, $bytes, $at, $length);

        return \is_float($value) ? $value : throw BrokenFile::endsEarly($at, $length, \strlen($bytes));
    }

    private function unpacked(string $code, string $bytes, int $at, int $length): mixed
    {
        if ($at < 0 || $at > \strlen($bytes) - $length) {
            throw BrokenFile::endsEarly($at, $length, \strlen($bytes));
        }
        $found = unpack($code, $bytes, $at);

        return false === $found ? null : $found[1];
    }
}
