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

    /** MD5 of the record, by which programs that keep it in step with XMP tell whether another changed it (MWG 2.0). */
    private const SEAL_RESOURCE = 0x0425;
    private const DATE_CREATED = 55;
    private const TIME_CREATED = 60;

    /**
     * @param array<int, list<string>> $datasets   number => values, as they are coded there
     * @param bool|null                $isAsSealed whether its digest (MD5) is that which the file has of it; null where it has none
     */
    private function __construct(private array $datasets, public ?bool $isAsSealed = null)
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
        $iim = $seal = null;
        while (self::RESOURCE_MARK === substr($segment, $at, 4) && $at + 12 <= \strlen($segment)) {
            $id = ByteOrder::Big->u16($segment, $at + 4);
            $name = 1 + \ord($segment[$at + 6]);
            $sizeAt = $at + 6 + $name + $name % 2;
            if ($sizeAt + 4 > \strlen($segment)) {
                break;
            }
            $size = ByteOrder::Big->u32($segment, $sizeAt);
            if (self::IIM_RESOURCE === $id) {
                $iim ??= substr($segment, $sizeAt + 4, $size);
            } elseif (self::SEAL_RESOURCE === $id) {
                $seal ??= substr($segment, $sizeAt + 4, $size);
            }
            $at = $sizeAt + 4 + $size + $size % 2;
        }

        return null === $iim ? new self([]) : self::ofIim($iim, null === $seal ? null : md5($iim, true) === $seal);
    }

    /** When the content was created, "2006:10:29 06:27:51"; null where date or time is missing. */
    public function createdAt(): ?string
    {
        $time = $this->datasets[self::TIME_CREATED][0] ?? '';
        $date = $this->datasets[self::DATE_CREATED][0] ?? '';
        if (1 !== preg_match('/^\d{8}$/', $date) || 1 !== preg_match('/^\d{6}/', $time)) {
            return null;
        }

        return substr($date, 0, 4).':'.substr($date, 4, 2).':'.substr($date, 6, 2).' '.substr($time, 0, 2).':'.substr($time, 2, 2).':'.substr($time, 4, 2);
    }

    /** The offset from UTC in the time created, "-05:00". */
    public function offset(): ?string
    {
        return 1 === preg_match('/^\d{6}([+-]\d\d)(\d\d)$/', $this->datasets[self::TIME_CREATED][0] ?? '', $found) ? $found[1].':'.$found[2] : null;
    }

    /** Whether there is one at all. */
    public function isThere(): bool
    {
        return [] !== $this->datasets;
    }

    /** @return list<string> what a dataset of the application record says, UTF-8 */
    public function texts(int $dataset): array
    {
        return array_values(array_filter(array_map(static fn (string $text): string => trim(mb_check_encoding($text, 'UTF-8') ? $text : mb_convert_encoding($text, 'UTF-8', 'ISO-8859-1')), $this->datasets[$dataset] ?? []), static fn (string $text): bool => '' !== $text));
    }

    /** @param string $iim the record by itself, as TIFF has it in a field of its own */
    public static function ofIim(string $iim, ?bool $isAsSealed = null): self
    {
        $datasets = [];
        $at = 0;
        while ($at + 5 <= \strlen($iim) && "\x1C" === $iim[$at]) {
            $size = ByteOrder::Big->u16($iim, $at + 3);
            if (2 === \ord($iim[$at + 1]) && $size < 0x8000) {
                $datasets[\ord($iim[$at + 2])][] = substr($iim, $at + 5, $size);
            }
            $at += 5 + ($size & 0x7FFF);
        }

        return new self($datasets, $isAsSealed);
    }
}
