<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\DBAL\Types\Type;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\Mapping\ClassMetadata;

/**
 * Enters new entities many at once: Doctrine's unit of work asks the database for each, which takes seconds for a card of
 * thousands. What they belong to must be in the ledger already; they are given their numbers, and are not managed afterwards.
 */
final readonly class ManyRows
{
    /** Rows of one statement: what is sent at once is some megabytes. */
    private const MOST = 2000;

    public function __construct(private EntityManagerInterface $ledger)
    {
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     * @param list<T>         $entities
     */
    public function insert(string $class, array $entities): void
    {
        if ([] === $entities) {
            return;
        }
        $metadata = $this->ledger->getClassMetadata($class);
        $columns = $this->columns($metadata);
        $connection = $this->ledger->getConnection();
        $ids = Row::numbers($connection->fetchFirstColumn('SELECT nextval(pg_get_serial_sequence(?, ?)) FROM generate_series(1, ?)', [$metadata->getTableName(), $metadata->getSingleIdentifierColumnName(), \count($entities)]));
        $names = implode(', ', array_keys($columns));
        $next = 0;
        foreach (array_chunk($entities, self::MOST) as $some) {
            $rows = [];
            foreach ($some as $entity) {
                $metadata->setFieldValue($entity, $metadata->getSingleIdentifierFieldName(), $ids[$next++]);
                $rows[] = array_map(static fn (\Closure $of): mixed => $of($entity), $columns);
            }
            $connection->executeStatement("INSERT INTO {$metadata->getTableName()} ($names) SELECT $names FROM json_populate_recordset(NULL::{$metadata->getTableName()}, ?)", [json_encode($rows, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRESERVE_ZERO_FRACTION | \JSON_INVALID_UTF8_SUBSTITUTE)]);
        }
    }

    /**
     * @template T of object
     *
     * @param ClassMetadata<T> $metadata
     *
     * @return non-empty-array<string, \Closure(T): mixed> column => its value, as JSON has it
     */
    private function columns(ClassMetadata $metadata): array
    {
        $columns = [];
        $platform = $this->ledger->getConnection()->getDatabasePlatform();
        foreach ($metadata->fieldMappings as $field => $mapping) {
            if (true === $mapping->notInsertable) {
                continue;
            }
            $type = Type::getType($mapping->type);
            $columns[$mapping->columnName] = static function (object $entity) use ($metadata, $field, $type, $platform): mixed {
                $value = $metadata->getFieldValue($entity, $field);

                return match (true) {
                    $value instanceof \BackedEnum => $value->value,
                    \is_object($value) => $type->convertToDatabaseValue($value, $platform),
                    default => $value,
                };
            };
        }
        foreach ($metadata->getAssociationNames() as $field) {
            $mapping = $metadata->getAssociationMapping($field);
            if ($mapping->isToOneOwningSide()) {
                $target = $this->ledger->getClassMetadata($mapping->targetEntity);
                $columns[$mapping->joinColumns[0]->name] = static function (object $entity) use ($metadata, $field, $target): mixed {
                    $of = $metadata->getFieldValue($entity, $field);

                    return \is_object($of) ? array_values($target->getIdentifierValues($of))[0] ?? null : null;
                };
            }
        }

        return [] === $columns ? throw new \LogicException("$metadata->name has nothing to be entered.") : $columns;
    }
}
