<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Naming;

/** Patterns to begin with. Year first, so that names sort as time does (common practice, no published source). */
final class ReadyMade
{
    /** @return array<string, FolderPattern> by what they are called */
    public static function folders(): array
    {
        $year = Piece::taken('yyyy');
        $day = [Piece::taken('yyyy-MM-dd'), Piece::description(WordStyle::AsWritten)];

        return [
            'year, then day' => FolderPattern::of([[$year], $day]),
            'year, then month, then day' => FolderPattern::of([[$year], [Piece::taken('yyyy-MM')], $day]),
            'one folder per description' => FolderPattern::of([[Piece::description(WordStyle::AsWritten)]]),
            'the card\'s own folders' => FolderPattern::of([[Piece::of(PieceKind::CardFolders)]]),
            'flat' => FolderPattern::of([]),
        ];
    }

    /** @return array<string, NamePattern> by what they are called */
    public static function names(): array
    {
        $day = Piece::taken('yyyy-MM-dd');
        $number = Piece::sequence(Sequence::of());

        return [
            'date, description, number' => NamePattern::of([$day, Piece::description(), $number]),
            'date, time, camera number' => NamePattern::of([$day, Piece::taken('HHmmss'), Piece::of(PieceKind::FileNumber)]),
            'description, number' => NamePattern::of([Piece::description(), $number]),
            'original name' => NamePattern::of([Piece::of(PieceKind::OriginalName)], '_', ExtensionCase::AsWritten),
        ];
    }
}
