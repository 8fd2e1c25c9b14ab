<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Naming\ExtensionCase;
use VelvetLedger\Core\Naming\FolderPattern;
use VelvetLedger\Core\Naming\NamePattern;
use VelvetLedger\Core\Naming\Piece;
use VelvetLedger\Core\Naming\PieceKind;
use VelvetLedger\Core\Naming\Scope;
use VelvetLedger\Core\Naming\Sequence;
use VelvetLedger\Core\Naming\WordStyle;

/** Naming and folder patterns as fields of a JSON object. */
final class PatternDocument
{
    /** @return array<string, mixed> */
    public static function ofNames(NamePattern $pattern): array
    {
        return ['pieces' => array_map(self::ofPiece(...), $pattern->pieces), 'between' => $pattern->between, 'extension' => $pattern->extension->value];
    }

    public static function readNames(Fields $fields): NamePattern
    {
        return $fields->make(static fn (): NamePattern => NamePattern::of($fields->list('pieces', self::readPiece(...)), $fields->text('between', '_'), $fields->oneOf('extension', ExtensionCase::class, ExtensionCase::Lower)));
    }

    /** @return array<string, mixed> */
    public static function ofFolders(FolderPattern $pattern): array
    {
        return ['levels' => array_map(static fn (array $level): array => array_map(self::ofPiece(...), $level), $pattern->levels), 'between' => $pattern->between];
    }

    public static function readFolders(Fields $fields): FolderPattern
    {
        return $fields->make(static fn (): FolderPattern => FolderPattern::of($fields->list('levels', static fn (mixed $level, string $at): array => Fields::listOf($level, $at, self::readPiece(...))), $fields->text('between', ' ')));
    }

    /** @return array<string, mixed> */
    private static function ofPiece(Piece $piece): array
    {
        $document = ['piece' => $piece->kind->value];
        if (null !== $piece->sequence) {
            return $document + ['start' => $piece->sequence->start, 'digits' => $piece->sequence->digits, 'scope' => $piece->sequence->scope->value];
        }
        if ($piece->kind->isDate()) {
            return $document + ['fields' => $piece->text];
        }
        if ('' !== $piece->text) {
            $document['text'] = $piece->text;
        }
        if (WordStyle::Hyphens !== $piece->style) {
            $document['style'] = $piece->style->value;
        }

        return $document;
    }

    private static function readPiece(mixed $value, string $pointer): Piece
    {
        $fields = Fields::of($value, $pointer);

        return $fields->make(static function () use ($fields): Piece {
            $kind = $fields->oneOf('piece', PieceKind::class);

            return match (true) {
                PieceKind::Sequence === $kind => Piece::sequence(Sequence::of($fields->number('start', 1), $fields->number('digits', 4), $fields->oneOf('scope', Scope::class, Scope::Shoot))),
                $kind->isDate() => Piece::date($kind, $fields->text('fields')),
                default => Piece::of($kind, $fields->text('text', ''), $fields->oneOf('style', WordStyle::class, WordStyle::Hyphens)),
            };
        });
    }
}
