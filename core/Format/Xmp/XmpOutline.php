<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Xmp;

use VelvetLedger\Core\Format\BrokenFile;

/**
 * What a packet is made of, read in one pass before anything is built of it: that it declares no document type, and that
 * it is no deeper and no wider than packets are, so that all that is done with it takes time in proportion to its length.
 */
final readonly class XmpOutline
{
    /** Elements within elements; the XML library itself takes 256 (libxml2, XML_PARSE_HUGE not set). Twelve keywords below each other take some 40. */
    private const DEEPEST = 200;
    private const ELEMENTS = 400_000;

    /** Declarations of namespaces, each of which is asked for every name. */
    private const NAMESPACES = 2_000;

    /** Marks of quotation between two "<": two for each attribute, which is compared with every other. */
    private const QUOTES = 8_000;

    /** @param array<string, string> $prefixes namespace => the prefix that it has first */
    private function __construct(public array $prefixes)
    {
    }

    /**
     * @param string $text as XmpText gives it
     *
     * @throws BrokenFile
     */
    public static function of(string $text): self
    {
        if (substr_count($text, 'xmlns') > self::NAMESPACES) {
            throw self::tooMuch('namespaces', self::NAMESPACES);
        }
        for ($at = strpos($text, '<'); false !== $at; $at = $end) {
            $end = strpos($text, '<', $at + 1);
            $length = (false === $end ? \strlen($text) : $end) - $at;
            if ($length > self::QUOTES && substr_count($text, '"', $at, $length) + substr_count($text, "'", $at, $length) > self::QUOTES) {
                throw self::tooMuch('attributes in one element', intdiv(self::QUOTES, 2));
            }
        }

        return new self(self::read($text));
    }

    /** @return array<string, string> */
    private static function read(string $text): array
    {
        $prefixes = [];
        $elements = 0;
        $errors = libxml_use_internal_errors(true);
        libxml_clear_errors();
        try {
            $reader = '' === $text ? false : \XMLReader::XML($text, 'UTF-8', \LIBXML_NONET);
            if (!$reader instanceof \XMLReader) {
                throw BrokenFile::structure('XMP', 'there is no XML in it');
            }
            while ($reader->read()) {
                match (true) {
                    \XMLReader::DOC_TYPE === $reader->nodeType => throw BrokenFile::structure('XMP', 'it declares a document type, which no packet may'),
                    $reader->depth > self::DEEPEST => throw self::tooMuch('elements within each other', self::DEEPEST),
                    \XMLReader::ELEMENT === $reader->nodeType && ++$elements > self::ELEMENTS => throw self::tooMuch('elements', self::ELEMENTS),
                    default => null,
                };
                while (\XMLReader::ELEMENT === $reader->nodeType && $reader->moveToNextAttribute()) {
                    if ('xmlns' === $reader->prefix) {
                        $prefixes[$reader->value] ??= $reader->localName;
                    }
                }
            }
            $error = libxml_get_last_error();
            if (false !== $error && $error->level >= \LIBXML_ERR_ERROR) {
                throw BrokenFile::structure('XMP', \sprintf('line %d: %s', $error->line, trim($error->message)));
            }
        } finally {
            unset($reader);
            libxml_clear_errors();
            libxml_use_internal_errors($errors);
        }

        return $prefixes;
    }

    private static function tooMuch(string $of, int $most): BrokenFile
    {
        return BrokenFile::structure('XMP', \sprintf('it has more than %d %s, as no packet has', $most, $of));
    }
}
