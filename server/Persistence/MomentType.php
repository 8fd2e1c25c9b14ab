<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\DBAL\Platforms\AbstractPlatform;
use Doctrine\DBAL\Types\Exception\InvalidType;
use Doctrine\DBAL\Types\Exception\ValueNotConvertible;
use Doctrine\DBAL\Types\Type;

/** A moment in time with its microseconds: PostgreSQL's timestamptz. Stands in for Doctrine's "datetime_immutable". */
final class MomentType extends Type
{
    public function getSQLDeclaration(array $column, AbstractPlatform $platform): string
    {
        return 'TIMESTAMP(6) WITH TIME ZONE';
    }

    public function convertToDatabaseValue(mixed $value, AbstractPlatform $platform): ?string
    {
        return match (true) {
            null === $value => null,
            $value instanceof \DateTimeInterface => $value->format('Y-m-d H:i:s.uP'),
            default => throw InvalidType::new($value, self::class, ['null', \DateTimeInterface::class]),
        };
    }

    public function convertToPHPValue(mixed $value, AbstractPlatform $platform): ?\DateTimeImmutable
    {
        if (null === $value) {
            return null;
        }
        try {
            return \is_string($value) ? new \DateTimeImmutable($value) : throw InvalidType::new($value, self::class, ['null', 'string']);
        } catch (\Exception $cause) {
            throw $cause instanceof InvalidType ? $cause : ValueNotConvertible::new($value, \DateTimeImmutable::class, $cause->getMessage(), $cause);
        }
    }
}
