<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Changes;

use VelvetLedger\Core\Keeping\FollowsFolder;
use VelvetLedger\Server\Persistence\Row;

/** That what else lies in folders at a store is to follow. */
final readonly class FollowingRow
{
    public int $id;

    /** @var list<array{FollowsFolder, list<string>}> and the folders there that were other shoots' when the change was made, from the store's root */
    public array $folders;
    public bool $isGathered;

    /** @var list<array{string, string}>|null from and to, from the store's root; null before anybody looked */
    public ?array $plan;

    /** @var list<array{string, string}> of what this takes back, the way that it went */
    public array $reversed;

    /** @param array<string, mixed> $columns */
    public function __construct(array $columns)
    {
        $row = Row::of($columns);
        $this->id = $row->int('id');
        $this->folders = self::folders($row->text('folders'));
        $this->isGathered = $row->bool('is_gathered');
        $plan = $row->textOrNull('plan');
        $this->plan = null === $plan ? null : self::pairs($plan);
        $this->reversed = self::pairs($row->textOrNull('reversed') ?? '[]');
    }

    /** @return list<string> folders that anything leaves or comes to */
    public function touched(): array
    {
        return array_values(array_unique(array_merge(...array_map(static fn (array $one): array => [$one[0]->from, $one[0]->to], $this->folders))));
    }

    /** @return list<array{FollowsFolder, list<string>}> */
    public static function folders(string $json): array
    {
        $folders = json_decode($json, true);

        return array_values(array_map(self::folder(...), \is_array($folders) ? $folders : []));
    }

    /** @return array{FollowsFolder, list<string>} */
    private static function folder(mixed $document): array
    {
        \assert(\is_array($document) && \is_array($document['names'] ?? null) && \is_array($document['others'] ?? null), 'what is to follow is read as it was written');
        $names = array_combine(array_map(strval(...), array_keys($document['names'])), array_map(Row::word(...), array_values($document['names'])));

        return [new FollowsFolder(Row::number($document['shoot'] ?? null), Row::word($document['from'] ?? null), Row::word($document['to'] ?? null), $names, true === ($document['all'] ?? null)), array_values(array_map(Row::word(...), $document['others']))];
    }

    /** @return list<array{string, string}> */
    private static function pairs(string $json): array
    {
        $pairs = json_decode($json, true);

        return array_values(array_map(static fn (mixed $pair): array => \is_array($pair) ? [Row::word($pair[0] ?? null), Row::word($pair[1] ?? null)] : throw new \LogicException('What is to follow was not written as it is read.'), \is_array($pairs) ? $pairs : []));
    }
}
