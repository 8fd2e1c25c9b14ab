<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

use VelvetLedger\Core\Naming\NamePattern;
use VelvetLedger\Core\Naming\NameSource;
use VelvetLedger\Core\Naming\Piece;
use VelvetLedger\Core\Naming\PieceKind;
use VelvetLedger\Core\Naming\WordStyle;

/** What an order's pieces say of one frame, and what the other pieces would say: samples to compose names and folders by. */
final readonly class Samples
{
    private const DATES = ['yyyy-MM-dd', 'yyyyMMdd', 'yyyy', 'yy', 'yyyy-MM', 'MM', 'MMM', 'MMMM', 'dd', 'EEE', 'EEEE', 'HHmmss', 'HH-mm-ss', 'HHmm', 'SSS'];

    /**
     * @param list<string>          $names      what each piece of the naming pattern says
     * @param list<list<string>>    $folders    what each piece of each folder says
     * @param array<string, string> $offered    kind of piece => what it would say
     * @param array<string, string> $dates      date fields => the date so written
     * @param list<string>          $forNames   kinds of pieces that may stand in a file's name
     * @param list<string>          $forFolders and in a folder's
     */
    private function __construct(public array $names, public array $folders, public array $offered, public array $dates, public array $forNames, public array $forFolders)
    {
    }

    /** @param int|null $first the number that the frame will have, where numbers go on; else the order's first */
    public static function of(StandingOrder $order, NameSource $source, ?int $first = null): self
    {
        return self::sampled($order->names, $order->folders->levels, $source, $first);
    }

    /** @param int|null $first the number that the frame is to have; else the pattern's first */
    public static function ofNames(NamePattern $names, NameSource $source, ?int $first = null): self
    {
        return self::sampled($names, [], $source, $first);
    }

    /** @param list<list<Piece>> $levels */
    private static function sampled(NamePattern $names, array $levels, NameSource $source, ?int $first): self
    {
        $offered = [];
        foreach (PieceKind::cases() as $kind) {
            $offered[$kind->value] = match ($kind) {
                PieceKind::Words, PieceKind::Initials => '',
                default => Piece::of($kind, $kind->isDate() ? 'yyyy-MM-dd' : '', WordStyle::AsWritten)->textOf($source, 1, 4),
            };
        }
        $dates = [];
        foreach (self::DATES as $fields) {
            $dates[$fields] = Piece::taken($fields)->textOf($source, 1, 4);
        }

        return new self(
            $names->texts($source, $first ?? $names->sequence->start ?? 1, $names->sequence->digits ?? 4),
            array_map(static fn (array $level): array => array_map(static fn (Piece $piece): string => $piece->textOf($source, 1, 4), $level), $levels),
            $offered,
            $dates,
            self::kinds(static fn (PieceKind $kind): bool => $kind->fitsNames()),
            self::kinds(static fn (PieceKind $kind): bool => $kind->fitsFolders()),
        );
    }

    /**
     * @param \Closure(PieceKind): bool $fits
     *
     * @return list<string>
     */
    private static function kinds(\Closure $fits): array
    {
        return array_map(static fn (PieceKind $kind): string => $kind->value, array_values(array_filter(PieceKind::cases(), $fits)));
    }
}
