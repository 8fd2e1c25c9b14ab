<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Shoot\Body;
use VelvetLedger\Core\Shoot\TimedFrame;

/** The cameras' own numbers on a card (DCF 2.0: four characters, then 0001 to 9999), each body's by itself, to say which are missing: erased in the camera, or on another card. */
final readonly class CardNumbers
{
    /** Places that are named; the rest is counted. */
    private const SAID = 3;

    /** A wider gap is no gap: there another job ends, or the counter began again. */
    private const WIDEST = 1000;

    /** @param array<array-key, array<int, true>> $present first four characters and body, where that is known => numbers */
    private function __construct(private array $present)
    {
    }

    public static function on(CardContents $card): self
    {
        $present = [];
        foreach ($card->frames as $frame) {
            $name = self::parts($frame);
            if (null !== $name) {
                $present[$name[0]][$name[1]] = true;
            }
        }

        return new self($present);
    }

    /**
     * @param list<TimedFrame> $frames of one shoot
     *
     * @return string|null "Camera numbers missing: 3 after ORL_1210, 1 after ORL_1240."
     */
    public function missingAmong(array $frames): ?string
    {
        $numbers = $gaps = [];
        foreach ($frames as $frame) {
            $name = self::parts($frame->read);
            if (null !== $name) {
                $numbers[$name[0]][] = $name[1];
            }
        }
        foreach ($numbers as $series => $of) {
            sort($of);
            $unknown = $this->present[substr($series, 0, 5)] ?? []; // whose body nobody knows
            foreach ($of as $i => $number) {
                $next = $of[$i + 1] ?? $number;
                $between = 0;
                for ($missing = $number + 1; $next - $number <= self::WIDEST && $missing < $next; ++$missing) {
                    $between += isset($this->present[$series][$missing]) || isset($unknown[$missing]) ? 0 : 1;
                }
                if ($between > 0) {
                    $gaps[] = \sprintf('%d after %s%04d', $between, substr($series, 0, 4), $number);
                }
            }
        }
        $more = \count($gaps) - self::SAID;

        return [] === $gaps ? null : 'Camera numbers missing: '.implode(', ', \array_slice($gaps, 0, self::SAID)).($more > 0 ? ", and in $more more place".(1 === $more ? '' : 's') : '').'.';
    }

    /** @return array{string, int}|null */
    private static function parts(ReadFrame $frame): ?array
    {
        return 1 === preg_match('/^(\w{4})(\d{4})$/', $frame->frame->stem, $part) && '0000' !== $part[2] ? [$part[1].' '.Body::of($frame->facts)?->name(), (int) $part[2]] : null;
    }
}
