<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Naming;

/**
 * Words fit for a file or folder name on every file system: NFC (UAX #15); without the characters that
 * Windows' published naming rules reserve (< > : " / \ | ? * and controls), without dots or spaces at the
 * ends, and no longer than asked for in bytes, cut between characters.
 */
final class PortableText
{
    /** A description as part of a folder name: "Lantern boats, evening". */
    public static function forFolder(string $words, int $mostBytes = 160): string
    {
        $clean = preg_replace('/[<>:"\/\\\\|?*\p{C}\p{Zl}\p{Zp}]+/u', ' ', self::composed($words)) ?? '';
        $clean = preg_replace('/\s+/u', ' ', $clean) ?? '';

        return trim(mb_strcut(trim($clean, ' .'), 0, $mostBytes, 'UTF-8'), ' .');
    }

    /** A description as part of a file name: letters and digits in lower case, joined by hyphens: "lantern-boats-evening". */
    public static function forFile(string $words, int $mostBytes = 120): string
    {
        $apart = str_replace(["'", '’'], '', mb_strtolower(self::composed($words), 'UTF-8'));
        $joined = trim(preg_replace('/[^\p{L}\p{M}\p{N}]+/u', '-', $apart) ?? '', '-');

        return trim(mb_strcut($joined, 0, $mostBytes, 'UTF-8'), '-');
    }

    private static function composed(string $words): string
    {
        $composed = \Normalizer::normalize(mb_scrub($words, 'UTF-8'), \Normalizer::FORM_C);

        return \is_string($composed) ? $composed : '';
    }
}
