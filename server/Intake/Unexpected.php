<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

/** What should not happen and did, in as plain words as it has: of the database's, its own sentence without codes and queries. */
final class Unexpected
{
    private const LONGEST = 300;

    public static function inWords(string $message): string
    {
        $text = trim(preg_replace('/\s+/', ' ', mb_scrub($message, 'UTF-8')) ?? '');
        $said = 1 === preg_match('/(?:ERROR|FATAL): +(.+?)(?: (?:CONTEXT|DETAIL|HINT|LINE \d+):|$)/', $text, $found) ? 'the database refused: '.$found[1] : $text;

        return rtrim(mb_substr($said, 0, self::LONGEST), '. ');
    }
}
