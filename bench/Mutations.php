<?php

declare(strict_types=1);

namespace VelvetLedger\Bench;

use Random\Engine\Mt19937;
use Random\Randomizer;

/** Files as a failing card, a bad cable or a joker would give them: mutations of whole ones, the same for the same seed. */
final readonly class Mutations
{
    /** Of each file so much is kept: facts stand at its beginning, or are led to from there. */
    private const KEPT = 262_144;

    /** @var non-empty-list<string> */
    private array $seeds;

    /** @param list<string> $paths of whole files */
    public function __construct(array $paths)
    {
        $seeds = array_values(array_filter(array_map(static fn (string $path): string => (string) file_get_contents($path, false, null, 0, self::KEPT), $paths), static fn (string $bytes): bool => \strlen($bytes) > 64));
        $this->seeds = [] === $seeds ? throw new \LogicException('There is no file to mutate.') : $seeds;
    }

    public function of(int $seed): string
    {
        $random = new Randomizer(new Mt19937($seed));
        $bytes = $this->seeds[$random->getInt(0, \count($this->seeds) - 1)];
        for ($i = $random->getInt(1, 6); $i > 0; --$i) {
            $bytes = $this->mutated($bytes, $random);
        }

        return $bytes;
    }

    private function mutated(string $bytes, Randomizer $random): string
    {
        $size = \strlen($bytes);
        if ($size < 16) {
            return $bytes.$random->getBytes(16);
        }
        // Most of what is said of a file stands near its beginning.
        $at = $random->getInt(0, (0 === $random->getInt(0, 2) ? $size : min($size, 2048)) - 9);
        $extremes = ["\0\0\0\0", "\xFF\xFF\xFF\xFF", "\x7F\xFF\xFF\xFF", "\x80\0\0\0", "\0\0\0\1", "\1\0\0\0", pack('V', $at), pack('N', $at), pack('V', $size), pack('N', $size), pack('v', 65535), pack('n', 65535), pack('P', \PHP_INT_MAX), pack('J', \PHP_INT_MAX)];

        return match ($random->getInt(0, 8)) {
            0 => substr_replace($bytes, \chr(\ord($bytes[$at]) ^ 1 << $random->getInt(0, 7)), $at, 1),
            1, 2 => self::put($bytes, $extremes[$random->getInt(0, \count($extremes) - 1)], $at),
            3 => self::put($bytes, $random->getBytes($random->getInt(1, 64)), $at),
            4 => substr($bytes, 0, $random->getInt(1, $size)),
            5 => self::put($bytes, substr($bytes, $random->getInt(0, $size - 1), $random->getInt(1, 4096)), $at), // a part of itself, elsewhere
            6 => substr($bytes, 0, $at).str_repeat(substr($bytes, $at, $random->getInt(1, 200)), $random->getInt(2, 400)).substr($bytes, $at), // nesting and repetition
            7 => self::put($bytes, str_repeat(\chr($random->getInt(0, 255)), $random->getInt(1, 20_000)), $at),
            default => substr($bytes, 0, $at).substr($this->seeds[$random->getInt(0, \count($this->seeds) - 1)], $random->getInt(0, 64)), // another file spliced in
        };
    }

    private static function put(string $bytes, string $some, int $at): string
    {
        return substr(substr_replace($bytes, $some, $at, \strlen($some)), 0, max(\strlen($bytes), 1));
    }
}
