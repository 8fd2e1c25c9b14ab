<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** A table as a CSV file (RFC 4180) to be kept. A field that a spreadsheet would take for a formula is told to be text. */
final class CsvAnswer
{
    /**
     * @param list<string>          $head
     * @param iterable<list<mixed>> $rows
     */
    public static function of(string $name, array $head, iterable $rows): StreamedResponse
    {
        $write = static function () use ($head, $rows): void {
            $out = fopen('php://output', 'w');
            if (false === $out) {
                return;
            }
            fputcsv($out, $head, ',', '"', '', "\r\n");
            foreach ($rows as $row) {
                fputcsv($out, array_map(self::text(...), $row), ',', '"', '', "\r\n");
            }
        };

        return new StreamedResponse($write, 200, ['Content-Type' => 'text/csv; charset=utf-8', 'Content-Disposition' => HeaderUtils::makeDisposition('attachment', $name)]);
    }

    private static function text(mixed $value): string
    {
        $text = \is_scalar($value) ? (string) $value : '';

        return 1 === preg_match('/^[=+@\t\r-]/', $text) && !is_numeric($text) ? "'".$text : $text;
    }
}
