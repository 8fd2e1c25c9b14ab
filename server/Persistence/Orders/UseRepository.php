<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Orders;

use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Persistence\Row;

/** Which order and which rights slip was used when, by the receipts. */
final readonly class UseRepository
{
    public function __construct(private Connection $database)
    {
    }

    /**
     * What was used last comes first; what never was comes after, in the order it had.
     *
     * @template T
     *
     * @param list<T>             $orders
     * @param \Closure(T): string $name
     *
     * @return list<T>
     */
    public function ordersFirst(array $orders, \Closure $name): array
    {
        return self::sorted($orders, $name, $this->last("standing_order->>'name'"));
    }

    /**
     * @template T
     *
     * @param list<T>             $slips
     * @param \Closure(T): string $name
     *
     * @return list<T>
     */
    public function slipsFirst(array $slips, \Closure $name): array
    {
        return self::sorted($slips, $name, $this->last("standing_order->'stamps'->>'slip'"));
    }

    /** @return array<string, int> name => the last receipt that used it */
    private function last(string $column): array
    {
        $found = [];
        foreach ($this->database->fetchAllKeyValue("SELECT $column, max(id)
            FROM intake
            WHERE $column IS NOT NULL
            GROUP BY 1") as $name => $receipt) {
            $found[(string) $name] = Row::number($receipt);
        }

        return $found;
    }

    /**
     * @template T
     *
     * @param list<T>             $all
     * @param \Closure(T): string $name
     * @param array<string, int>  $last
     *
     * @return list<T>
     */
    private static function sorted(array $all, \Closure $name, array $last): array
    {
        usort($all, static fn (mixed $a, mixed $b): int => ($last[$name($b)] ?? 0) <=> ($last[$name($a)] ?? 0));

        return $all;
    }
}
