<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

/** Which of the frames that are set aside go for good when that is asked for: those whose copies are as the ledger has them, and others only where each was confirmed by itself. */
final readonly class GoesForGood
{
    /**
     * @param list<int>          $going
     * @param array<int, string> $staying why, by frame
     */
    private function __construct(public array $going, public array $staying)
    {
    }

    /**
     * @param array<int, list<string>> $doubts    by frame that is asked for: what is wrong with its copies, "missing at Bellows"
     * @param list<int>                $confirmed frames that go all the same
     */
    public static function of(array $doubts, array $confirmed): self
    {
        $staying = array_filter(array_diff_key($doubts, array_fill_keys($confirmed, true)), static fn (array $of): bool => [] !== $of);

        return new self(array_keys(array_diff_key($doubts, $staying)), array_map(static fn (array $of): string => implode(', ', $of), $staying));
    }

    /** What a person writes to say that he means these: the shoot's description, or its date where it has none. */
    public static function nameOf(string $description, string $date): string
    {
        return '' === $description ? $date : $description;
    }

    /** Whether what was written is that name; however it is spaced and cased. */
    public static function isNamed(string $written, string $name): bool
    {
        $plain = static fn (string $text): string => mb_strtolower(trim(preg_replace('/\s+/u', ' ', $text) ?? ''), 'UTF-8');

        return $plain($written) === $plain($name);
    }
}
