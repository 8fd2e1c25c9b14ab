<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Tiff;

/** The field types of TIFF 6.0 section 2, and IFD (13) of the TIFF Technical Note 1. */
enum FieldType: int
{
    case Byte = 1;
    case Ascii = 2;
    case Short = 3;
    case Long = 4;
    case Rational = 5;
    case SByte = 6;
    case Undefined = 7;
    case SShort = 8;
    case SLong = 9;
    case SRational = 10;
    case Float = 11;
    case Double = 12;
    case Ifd = 13;

    /** Bytes that one value takes. */
    public function size(): int
    {
        return match ($this) {
            self::Byte, self::Ascii, self::SByte, self::Undefined => 1,
            self::Short, self::SShort => 2,
            self::Long, self::SLong, self::Float, self::Ifd => 4,
            self::Rational, self::SRational, self::Double => 8,
        };
    }
}
