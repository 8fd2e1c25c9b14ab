<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Naming;

/**
 * The folder that a shoot's frames go to: folders within folders, each composed of pieces. A folder that comes
 * out empty is left away. No folders at all: everything lies side by side.
 */
final readonly class FolderPattern
{
    public const MOST_LEVELS = 8;
    private const MOST_BYTES = 200;

    /** @param list<list<Piece>> $levels */
    private function __construct(public array $levels, public string $between)
    {
    }

    /**
     * @param list<list<Piece>> $levels
     *
     * @throws CouldNotCompose
     */
    public static function of(array $levels, string $between = ' '): self
    {
        if (!\in_array($between, NamePattern::BETWEEN, true)) {
            throw CouldNotCompose::between($between);
        }
        if (\count($levels) > self::MOST_LEVELS) {
            throw CouldNotCompose::tooDeep(self::MOST_LEVELS);
        }
        foreach ($levels as $level) {
            foreach ($level as $piece) {
                if (!$piece->kind->fitsFolders()) {
                    throw CouldNotCompose::misplaced($piece->kind, 'folder name');
                }
            }
        }

        return new self(array_values(array_filter($levels)), $between);
    }

    /** Path of the folder, '/' between names; '' for none. */
    public function folder(NameSource $source): string
    {
        $folders = [];
        foreach ($this->levels as $level) {
            array_push($folders, ...$this->level($level, $source));
        }
        if ([] === $folders && [] !== $this->levels) {
            $folders[] = DateFields::format($source->taken, 'yyyy-MM-dd');
        }

        return implode('/', $folders);
    }

    /** Whether the description of a shoot can be seen in it. */
    public function saysDescription(): bool
    {
        foreach ($this->levels as $level) {
            foreach ($level as $piece) {
                if (PieceKind::Description === $piece->kind) {
                    return true;
                }
            }
        }

        return false;
    }

    /**
     * @param list<Piece> $pieces
     *
     * @return list<string> names, several only where the card's own folders are kept
     */
    private function level(array $pieces, NameSource $source): array
    {
        $said = array_map(static fn (Piece $piece): string => PieceKind::CardFolders === $piece->kind ? $piece->textOf($source, 0, 0) : str_replace('/', ' ', $piece->textOf($source, 0, 0)), $pieces);
        $texts = array_map(static fn (string $text): string => trim(PortableText::withoutReserved($text)), $said);
        $joined = implode($this->between, array_filter($texts, static fn (string $text): bool => '' !== $text));
        $names = array_map(static fn (string $name): string => PortableText::forFolder($name, self::MOST_BYTES), explode('/', $joined));

        return array_values(array_filter($names, static fn (string $name): bool => '' !== $name));
    }
}
