<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\Exception\JsonException;
use Symfony\Component\HttpFoundation\Request;
use VelvetLedger\Core\Plan\Companions;
use VelvetLedger\Core\Plan\Wishes;

/** Reads what the desk sends: {"descriptions": {"2026-05-04": "lantern boats"}, "leftOut": ["<frame key>", …],
 * "broughtAgain": ["<frame key>", …], "companions": "raw and JPEG"}. */
final class DeskInput
{
    private const LONGEST_DESCRIPTION = 500;

    /** @throws BadInput */
    public static function wishes(Request $request): Wishes
    {
        try {
            $body = $request->toArray();
        } catch (JsonException) {
            throw BadInput::field('body', 'must be a JSON object');
        }

        return new Wishes(self::descriptions($body['descriptions'] ?? []), self::keys('leftOut', $body), self::keys('broughtAgain', $body), self::companions($body['companions'] ?? Companions::Both->value));
    }

    /** @return array<string, string> */
    private static function descriptions(mixed $given): array
    {
        $descriptions = [];
        foreach (\is_array($given) ? $given : throw BadInput::field('descriptions', 'must be an object') as $date => $text) {
            if (!\is_string($text) || mb_strlen($text) > self::LONGEST_DESCRIPTION || 1 !== preg_match('/^\d{4}-\d\d-\d\d$/', (string) $date)) {
                throw BadInput::field('descriptions', \sprintf('must hold texts of at most %d characters by date', self::LONGEST_DESCRIPTION));
            }
            $descriptions[(string) $date] = $text;
        }

        return $descriptions;
    }

    /**
     * @param array<mixed> $body
     *
     * @return list<string>
     */
    private static function keys(string $field, array $body): array
    {
        $given = $body[$field] ?? [];
        $keys = [];
        foreach (\is_array($given) ? $given : throw BadInput::field($field, 'must be a list') as $key) {
            $keys[] = \is_string($key) ? $key : throw BadInput::field($field, 'must be a list of frame keys');
        }

        return $keys;
    }

    private static function companions(mixed $given): Companions
    {
        return \is_string($given) ? Companions::tryFrom($given) ?? throw BadInput::field('companions', 'must be "raw and JPEG", "raw only" or "JPEG only"') : throw BadInput::field('companions', 'must be a text');
    }
}
