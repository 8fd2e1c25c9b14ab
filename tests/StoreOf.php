<?php

declare(strict_types=1);

namespace VelvetLedger\Tests;

use VelvetLedger\Core\Naming\PortableText;
use VelvetLedger\Core\Plan\StoreState;

/** A store that holds what the test says. */
final readonly class StoreOf implements StoreState
{
    /**
     * @param list<string>                $files   paths from the root
     * @param array<string, int>          $numbers last numbers: by a shoot's folder, by date, by "running"
     * @param array<string, list<string>> $around  stems of shoots around a day
     */
    public function __construct(private array $files = [], private array $numbers = [], private array $around = [])
    {
    }

    public function isTaken(string $folder, string $stem): bool
    {
        return \in_array(PortableText::key(ltrim("$folder/$stem", '/')), array_map(static fn (string $file): string => PortableText::key(preg_replace('/\.[^\/]*$/', '', $file) ?? ''), $this->files), true);
    }

    public function stemsAround(string $date): array
    {
        return array_fill_keys(array_map(PortableText::key(...), $this->around[$date] ?? []), true);
    }

    public function spelling(string $parent, string $name): ?string
    {
        $prefix = '' === $parent ? '' : $parent.'/';
        foreach ($this->files as $file) {
            $next = str_starts_with($file, $prefix) ? explode('/', substr($file, \strlen($prefix)))[0] : '';
            if (PortableText::key($next) === PortableText::key($name)) {
                return $next;
            }
        }

        return null;
    }

    public function lastNumberInShoot(string $folder, string $date, string $description): ?int
    {
        return $this->numbers[$folder] ?? null;
    }

    public function lastNumberOnDay(string $date): ?int
    {
        return $this->numbers[$date] ?? null;
    }

    public function lastNumberRunning(): ?int
    {
        return $this->numbers['running'] ?? null;
    }
}
