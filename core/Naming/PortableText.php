<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Naming;

/**
 * Words fit for a file or folder name on every file system: NFC (UAX #15); without what Windows' published rules
 * ("Naming Files, Paths, and Namespaces") reserve: the characters < > : " / \ | ? * and controls, the names of
 * devices, spaces and full stops at the end; and no longer than asked for in bytes, cut between characters.
 */
final class PortableText
{
    /** Legal everywhere, yet read as the start of something else by programs that turn paths into addresses (common practice, no published source). */
    private const READ_AS_ADDRESS = '#%';

    /** With the superscript digits that Windows takes for the plain ones. */
    private const DEVICES = '/^(CON|PRN|AUX|NUL|CONIN\$|CONOUT\$|(COM|LPT)[0-9\x{B9}\x{B2}\x{B3}])(?=$|\.)/iu';

    /** @var array<string, array{string, string}> by what it was made fit for: the words that were asked for last, and the answer; frames that follow each other mostly ask for the same */
    private static array $last = [];

    /** A description as a folder's name, or part of it: "Lantern boats, evening". */
    public static function forFolder(string $words, int $mostBytes = 160): string
    {
        $clean = preg_replace('/\s+/u', ' ', self::withoutReserved(str_replace('/', ' ', $words))) ?? '';

        return self::notReserved(rtrim(mb_strcut(trim($clean, ' .'), 0, $mostBytes, 'UTF-8'), ' .'));
    }

    /** A description as part of a file name: letters and digits in lower case, joined by hyphens: "lantern-boats-evening". */
    public static function forFile(string $words): string
    {
        return self::lastOr('file', $words, static function (string $words): string {
            $apart = str_replace(["'", '’'], '', mb_strtolower(self::composed($words), 'UTF-8'));

            return trim(preg_replace('/[^\p{L}\p{M}\p{N}]+/u', '-', $apart) ?? '', '-');
        });
    }

    /** The same with its capitals, spaces, hyphens and underscores: full stops and signs become hyphens, for some editors take what follows them for an extension. */
    public static function forFileAsWritten(string $words): string
    {
        return self::lastOr('file as written', $words, static function (string $words): string {
            $apart = str_replace(["'", '’'], '', preg_replace('/\s+/u', ' ', self::composed($words)) ?? '');
            $joined = preg_replace('/[^\p{L}\p{M}\p{N} _-]+/u', '-', $apart) ?? '';

            return trim(preg_replace('/ ?-[ -]*/', '-', $joined) ?? '', ' -');
        });
    }

    /** Reserved characters give way to a space; slashes stay. */
    public static function withoutReserved(string $words): string
    {
        return preg_replace('/[<>:"\\\\|?*'.self::READ_AS_ADDRESS.'\p{C}\p{Zl}\p{Zp}]+/u', ' ', self::composed($words)) ?? '';
    }

    /** A name that stands for a device on Windows, whatever follows its first full stop, takes an underscore: "CON_". */
    public static function notReserved(string $name): string
    {
        return preg_replace(self::DEVICES, '$1_', $name) ?? $name;
    }

    /** Two names that some file system takes for one have the same key: case and composition make no difference. */
    public static function key(string $name): string
    {
        return self::isAscii($name) ? strtolower($name) : self::composed(mb_convert_case(self::composed($name), \MB_CASE_FOLD, 'UTF-8'));
    }

    public static function composed(string $words): string
    {
        if (self::isAscii($words)) {
            return $words;
        }
        $composed = \Normalizer::normalize(mb_scrub($words, 'UTF-8'), \Normalizer::FORM_C);

        return \is_string($composed) ? $composed : '';
    }

    /** @param \Closure(string): string $make */
    private static function lastOr(string $for, string $words, \Closure $make): string
    {
        if (!isset(self::$last[$for]) || $words !== self::$last[$for][0]) {
            self::$last[$for] = [$words, $make($words)];
        }

        return self::$last[$for][1];
    }

    /** What is plain ASCII is composed already (UAX #15, section 1.2): most names, and soon told. */
    private static function isAscii(string $words): bool
    {
        return 1 !== preg_match('/[^\x00-\x7F]/', $words);
    }
}
