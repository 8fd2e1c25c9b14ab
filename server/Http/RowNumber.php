<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\Request;
use VelvetLedger\Core\Document\BadDocument;

/** The number of a row in the database as an address gives it, within PostgreSQL's integer. */
final class RowNumber
{
    private const LARGEST = 2_147_483_647;

    /**
     * 0 where it is left away.
     *
     * @throws BadInput
     */
    public static function of(Request $request, string $name): int
    {
        $number = $request->query->getInt($name);

        return $number >= 0 && $number <= self::LARGEST ? $number : throw BadInput::field($name, 'must be a number from 0 to '.self::LARGEST);
    }

    /**
     * @return list<int> of a list in an address, parted by commas: "1,2,3"
     *
     * @throws BadInput
     */
    public static function all(Request $request, string $name, int $most): array
    {
        $all = explode(',', $request->query->getString($name));
        foreach ($all as $number) {
            1 === preg_match('/^\d{1,10}$/', $number) && (int) $number <= self::LARGEST && \count($all) <= $most || throw BadInput::field($name, "must be 1 to $most numbers from 0 to ".self::LARGEST);
        }

        return array_map(intval(...), $all);
    }

    /**
     * What reads one out of a list in a body.
     *
     * @param string $of whose, in words: "a frame"
     *
     * @return \Closure(mixed, string): int
     */
    public static function given(string $of): \Closure
    {
        return static fn (mixed $number, string $at): int => \is_int($number) && $number > 0 && $number <= self::LARGEST ? $number : throw BadDocument::at($at, "must be the number of $of");
    }
}
