<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
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
