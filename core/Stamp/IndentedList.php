<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Document\BadDocument;

/**
 * A vocabulary as plain text: a word a line, below its parent by a tab or two or more spaces more; a word that is only a
 * heading ends with a colon; synonyms follow an equals sign, with commas between them.
 */
final class IndentedList
{
    private const MOST = 100_000;

    /**
     * @return list<ListedWord> each after its parent
     *
     * @throws BadDocument naming the line
     */
    public static function read(string $text): array
    {
        $text = mb_check_encoding($text, 'UTF-8') ? $text : throw BadDocument::at('/list', 'must be text in UTF-8');
        $lines = preg_split('/\r\n|\r|\n/', preg_replace('/^\x{FEFF}/u', '', $text) ?? '');
        $words = [];
        $indents = [];
        foreach (false === $lines ? [] : $lines as $i => $line) {
            if ('' === trim($line)) {
                continue;
            }
            $indent = self::indent($line);
            while ([] !== $indents && $indents[\count($indents) - 1] >= $indent) {
                array_pop($indents);
            }
            $depth = \count($indents);
            $indents[] = $indent;
            [$word, $synonyms] = array_pad(explode('=', $line, 2), 2, '');
            $isHeading = str_ends_with(rtrim($word), ':');
            $word = KeywordPath::word($isHeading ? substr(rtrim($word), 0, -1) : $word) ?? throw BadDocument::at('/list', \sprintf('line %d: a word has 1 to %d characters', $i + 1, KeywordPath::LONGEST));
            $words[] = new ListedWord($depth, $word, array_values(array_filter(array_map(KeywordPath::word(...), explode(',', $synonyms)), \is_string(...))), $isHeading);
            if (\count($words) > self::MOST) {
                throw BadDocument::at('/list', \sprintf('has more than %d words', self::MOST));
            }
        }

        return $words;
    }

    /** @param iterable<ListedWord> $words each after its parent */
    public static function write(iterable $words): string
    {
        $text = '';
        foreach ($words as $word) {
            $text .= str_repeat("\t", $word->depth).$word->word.($word->isHeading ? ':' : '').([] === $word->synonyms ? '' : ' = '.implode(', ', $word->synonyms))."\n";
        }

        return $text;
    }

    /** In columns, a tab reaching to the next fourth. */
    private static function indent(string $line): int
    {
        $indent = 0;
        foreach (str_split($line) as $character) {
            if ("\t" === $character) {
                $indent += 4 - $indent % 4;
            } elseif (' ' === $character) {
                ++$indent;
            } else {
                break;
            }
        }

        return $indent;
    }
}
