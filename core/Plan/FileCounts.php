<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Card\Kind;

/** Files by what becomes of them (a folder that could not be listed is none), and the bytes of all and of those brought in. */
final readonly class FileCounts
{
    /**
     * @param array<string, int> $byIntent intent => files
     * @param array<string, int> $kinds    what files are counted as => those to bring in
     */
    private function __construct(public int $all, private array $byIntent, public array $kinds, public int $bytes, public int $bytesToBringIn)
    {
    }

    /** @param list<PlanLine> $lines */
    public static function of(array $lines): self
    {
        $byIntent = $kinds = [];
        $bytes = $toBringIn = 0;
        $damaged = 0;
        foreach ($lines as $line) {
            if (Kind::Folder === $line->file->kind) {
                ++$damaged;
                continue;
            }
            $intent = $line->intent->value;
            $byIntent[$intent] = ($byIntent[$intent] ?? 0) + 1;
            $bytes += $line->file->bytes;
            if (Intent::BringIn === $line->intent) {
                $toBringIn += $line->file->bytes;
                $kind = $line->file->countedAs();
                $kinds[$kind] = ($kinds[$kind] ?? 0) + 1;
            }
        }

        return new self(\count($lines) - $damaged, $byIntent, $kinds, $bytes, $toBringIn);
    }

    public function number(Intent ...$intents): int
    {
        return array_sum(array_map(fn (Intent $intent): int => $this->byIntent[$intent->value] ?? 0, $intents));
    }
}
