<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Changes;

use VelvetLedger\Core\Keeping\FollowsFolder;
use VelvetLedger\Server\Persistence\Row;

/** That what else lies in a folder at a store is to follow. */
final readonly class FollowingRow
{
    public int $id;
    public FollowsFolder $following;
    public bool $isGathered;

    /** @var list<string> folders that were other shoots' when the change was made, from the store's root */
    public array $others;

    /** @var list<array{string, string}>|null from and to, from the store's root; null before anybody looked */
    public ?array $plan;

    /** @var list<array{string, string}> of what this takes back, the way that it went */
    public array $reversed;

    /** @param array<string, mixed> $columns */
    public function __construct(array $columns)
    {
        $row = Row::of($columns);
        $this->id = $row->int('id');
        $this->following = new FollowsFolder($row->int('shoot_id'), $row->text('from_folder'), $row->text('to_folder'), self::names($row->text('names')), $row->bool('all_of_it'));
        $others = json_decode($row->text('others'), true);
        $this->others = array_values(array_filter(\is_array($others) ? $others : [], \is_string(...)));
        $this->isGathered = $row->bool('is_gathered');
        $plan = $row->textOrNull('plan');
        $this->plan = null === $plan ? null : self::pairs($plan);
        $this->reversed = self::pairs($row->textOrNull('reversed') ?? '[]');
    }

    /** @return array<string, string> */
    public static function names(string $json): array
    {
        $names = json_decode($json, true);

        return \is_array($names) ? array_combine(array_map(strval(...), array_keys($names)), array_map(Row::word(...), array_values($names))) : [];
    }

    /** @return list<array{string, string}> */
    private static function pairs(string $json): array
    {
        $pairs = json_decode($json, true);

        return array_values(array_map(static fn (mixed $pair): array => \is_array($pair) ? [Row::word($pair[0] ?? null), Row::word($pair[1] ?? null)] : throw new \LogicException('What is to follow was not written as it is read.'), \is_array($pairs) ? $pairs : []));
    }
}
