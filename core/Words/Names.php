<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Words;

/** Names in a sentence: "Anvil", "Anvil and Bellows", "Anvil, Bellows and Coffer". */
final class Names
{
    /** @param list<string> $names */
    public static function of(array $names): string
    {
        $last = array_pop($names);

        return [] === $names ? (string) $last : implode(', ', $names).' and '.$last;
    }

    /**
     * Of many, the first few: "Anvil, Bellows and 1,200 more".
     *
     * @param list<string> $names
     */
    public static function first(array $names, int $most): string
    {
        return implode(', ', \array_slice($names, 0, $most)).(\count($names) > $most ? ' and '.Count::figure(\count($names) - $most).' more' : '');
    }
}
