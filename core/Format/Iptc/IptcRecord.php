<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Iptc;

use VelvetLedger\Core\Format\ByteOrder;

/** The application record of IPTC-IIM 4.2 (record 2), as image resource 0x0404 of a JPEG's APP13 segment carries it. */
final readonly class IptcRecord
{
    private const RESOURCE_MARK = '8BIM';

    /** The segment begins with the name of the program that made it, ended by a NUL and seldom longer than this. */
    private const LONGEST_NAME = 32;

    private const IIM_RESOURCE = 0x0404;
    private const DATE_CREATED = 55;
    private const TIME_CREATED = 60;

    /** @param array<int, string> $datasets number => first value */
    private function __construct(private array $datasets)
    {
    }

    /** @param string $segment the payload of an APP13 segment; damaged parts say nothing */
    public static function ofSegment(string $segment): self
    {
        $nameEnds = strpos(substr($segment, 0, self::LONGEST_NAME), "\0");

        return false === $nameEnds ? new self([]) : self::ofResources(substr($segment, $nameEnds + 1));
    }

    /** @param string $segment image resources, one after the other */
    public static function ofResources(string $segment): self
    {
        $at = 0;
        while (self::RESOURCE_MARK === substr($segment, $at, 4) && $at + 12 <= \strlen($segment)) {
            $id = ByteOrder::Big->u16($segment, $at + 4);
            $name = 1 + \ord($segment[$at + 6]);
            $sizeAt = $at + 6 + $name + $name % 2;
            if ($sizeAt + 4 > \strlen($segment)) {
                break;
            }
            $size = ByteOrder::Big->u32($segment, $sizeAt);
            if (self::IIM_RESOURCE === $id) {
                return self::ofIim(substr($segment, $sizeAt + 4, $size));
            }
            $at = $sizeAt + 4 + $size + $size % 2;
        }

        return new self([]);
    }

    /** When the content was created, "2006:10:29 06:27:51"; null where date or time is missing. */
    public function createdAt(): ?string
    {
        $time = $this->datasets[self::TIME_CREATED] ?? '';
        $date = $this->datasets[self::DATE_CREATED] ?? '';
        if (1 !== preg_match('/^\d{8}$/', $date) || 1 !== preg_match('/^\d{6}/', $time)) {
            return null;
        }

        return substr($date, 0, 4).':'.substr($date, 4, 2).':'.substr($date, 6, 2).' '.substr($time, 0, 2).':'.substr($time, 2, 2).':'.substr($time, 4, 2);
    }

    /** The offset from UTC in the time created, "-05:00". */
    public function offset(): ?string
    {
        return 1 === preg_match('/^\d{6}([+-]\d\d)(\d\d)$/', $this->datasets[self::TIME_CREATED] ?? '', $found) ? $found[1].':'.$found[2] : null;
    }

    private static function ofIim(string $iim): self
    {
        $datasets = [];
        $at = 0;
        while ($at + 5 <= \strlen($iim) && "\x1C" === $iim[$at]) {
            $size = ByteOrder::Big->u16($iim, $at + 3);
            if (2 === \ord($iim[$at + 1]) && $size < 0x8000) {
                $datasets[\ord($iim[$at + 2])] ??= substr($iim, $at + 5, $size);
            }
            $at += 5 + ($size & 0x7FFF);
        }

        return new self($datasets);
    }
}
