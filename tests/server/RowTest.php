<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Doctrine\DBAL\Platforms\PostgreSQLPlatform;
use Doctrine\DBAL\Types\ConversionException;
use Doctrine\DBAL\Types\Exception\InvalidType;
use Doctrine\DBAL\Types\Exception\ValueNotConvertible;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Server\Persistence\MomentType;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\WrongColumn;

final class RowTest extends TestCase
{
    public function testAColumnIsWhatItIs(): void
    {
        $row = Row::of(['id' => 7, 'sum' => '9007199254740993', 'path' => '', 'twin' => null, 'again' => false]);
        self::assertSame([7, 9007199254740993, '', null, null, false], [$row->int('id'), $row->int('sum'), $row->text('path'), $row->textOrNull('twin'), $row->intOrNull('twin'), $row->bool('again')]);
        self::assertSame([[true, false], [1, 2], null], [[$row->has('id'), $row->has('gone')], Row::numbers([1, '2']), Row::numberOrNull(false)]);
    }

    /** @param \Closure(Row): mixed $read */
    #[DataProvider('wrongs')]
    public function testWhatIsMissingOrIsAnotherIsNeverNothing(string $said, \Closure $read): void
    {
        $this->expectException(WrongColumn::class);
        $this->expectExceptionMessage($said);
        $read(Row::of(['id' => '7.5', 'path' => 3, 'twin' => null]));
    }

    public function testAMomentIsAMomentOrIsRefused(): void
    {
        [$type, $database] = [new MomentType(), new PostgreSQLPlatform()];
        $written = $type->convertToDatabaseValue(new \DateTimeImmutable('2031-04-12 18:22:09.000017+02:00'), $database);
        self::assertSame('2031-04-12 18:22:09.000017+02:00', $written);
        self::assertSame('2031-04-12 16:22:09.000017', $type->convertToPHPValue($written, $database)?->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d H:i:s.u'));
        self::assertSame([null, null], [$type->convertToDatabaseValue(null, $database), $type->convertToPHPValue(null, $database)]);
        foreach ([[InvalidType::class, static fn (): mixed => $type->convertToDatabaseValue('2031-04-12', $database)], [InvalidType::class, static fn (): mixed => $type->convertToPHPValue(1933780929, $database)], [ValueNotConvertible::class, static fn (): mixed => $type->convertToPHPValue('the day before', $database)]] as [$refused, $asked]) {
            try {
                $asked();
                self::fail($refused.' was not thrown.');
            } catch (ConversionException $wrong) {
                self::assertInstanceOf($refused, $wrong);
            }
        }
    }

    /** @return iterable<string, array{string, \Closure(Row): mixed}> */
    public static function wrongs(): iterable
    {
        yield 'no column' => ['There is no column copies among id, path, twin.', static fn (Row $row): int => $row->int('copies')];
        yield 'no whole number' => ["Id was to be a whole number, and is '7.5'.", static fn (Row $row): ?int => $row->intOrNull('id')];
        yield 'no text' => ['Path was to be a text, and is 3.', static fn (Row $row): ?string => $row->textOrNull('path')];
        yield 'NULL' => ['Twin was to be a text, and is null.', static fn (Row $row): string => $row->text('twin')];
        yield 'no truth' => ['Twin was to be true or false, and is null.', static fn (Row $row): bool => $row->bool('twin')];
        yield 'no row' => ['A number was to be a whole number, and is false.', static fn (): int => Row::number(false)];
    }
}
