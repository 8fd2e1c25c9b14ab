<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use Monolog\Formatter\FormatterInterface;
use Monolog\LogRecord;

/** One line a fault: when, how grave, what, the request, the intake and the file that it was about, and where in the program. Tokens and what stands in files are never among it. */
final class OneLine implements FormatterInterface
{
    private const LONGEST = 2000;

    public function format(LogRecord $record): string
    {
        $message = $record->message;
        foreach ($record->context as $name => $value) {
            $message = str_replace('{'.$name.'}', \is_scalar($value) ? (string) $value : get_debug_type($value), $message);
        }
        $about = [];
        foreach (['request', 'receipt', 'file'] as $name) {
            if (\is_scalar($record->context[$name] ?? null)) {
                $about[] = $name.'='.$record->context[$name];
            }
        }
        $cause = $record->context['exception'] ?? null;
        $where = $cause instanceof \Throwable ? \sprintf('%s at %s:%d', $cause::class, $cause->getFile(), $cause->getLine()) : '';
        $line = implode(' | ', array_filter([$record->datetime->format('Y-m-d\TH:i:s.vP'), strtolower($record->level->getName()), $record->channel, $message, implode(' ', $about), $where], static fn (string $part): bool => '' !== $part));
        $line = preg_replace('/[\p{C}\p{Zl}\p{Zp}]+/u', ' ', mb_scrub($line, 'UTF-8')) ?? '';

        return mb_substr(preg_replace('/([?&]word=)[^&\s"]*/', '$1…', $line) ?? '', 0, self::LONGEST)."\n";
    }

    /** @param array<LogRecord> $records */
    public function formatBatch(array $records): string
    {
        return implode('', array_map($this->format(...), $records));
    }
}
