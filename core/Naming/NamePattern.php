<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Naming;

/** How frames are named: pieces in order, and what stands between them. A piece with nothing to say leaves no gap. */
final readonly class NamePattern
{
    public const BETWEEN = ['_', '-', ' ', ''];

    /** Bytes of a name before its extension: 255 less room for what tells files apart, extension, and a temporary name. */
    private const MOST_BYTES = 180;

    /** @param non-empty-list<Piece> $pieces */
    private function __construct(public array $pieces, public string $between, public ExtensionCase $extension, public ?Sequence $sequence)
    {
    }

    /**
     * @param list<Piece> $pieces
     *
     * @throws CouldNotCompose
     */
    public static function of(array $pieces, string $between = '_', ExtensionCase $extension = ExtensionCase::Lower): self
    {
        if ([] === $pieces) {
            throw CouldNotCompose::noPieces();
        }
        if (!\in_array($between, self::BETWEEN, true)) {
            throw CouldNotCompose::between($between);
        }
        $sequences = [];
        foreach ($pieces as $piece) {
            if (!$piece->kind->fitsNames()) {
                throw CouldNotCompose::misplaced($piece->kind, 'file name');
            }
            if (null !== $piece->sequence) {
                $sequences[] = $piece->sequence;
            }
        }

        return \count($sequences) < 2 ? new self($pieces, $between, $extension, $sequences[0] ?? null) : throw CouldNotCompose::twoSequences();
    }

    /** The name of a frame's files before their extensions. */
    public function stem(NameSource $source, int $number = 0, int $digits = 0): string
    {
        $texts = $this->texts($source, $number, $digits);
        $joined = $this->join($texts);
        if (\strlen($joined) > self::MOST_BYTES) {
            $joined = mb_strcut($this->join($this->cut($this->cut($texts, wordsOnly: true), wordsOnly: false)), 0, self::MOST_BYTES, 'UTF-8');
        }
        $stem = PortableText::notReserved(trim($joined, ' .'));
        if ('' !== $stem) {
            return $stem;
        }
        $original = PortableText::notReserved(PortableText::forFileAsWritten($source->originalName));

        return '' !== $original ? $original : 'frame';
    }

    /**
     * What each piece says, in order; '' where it has nothing to say.
     *
     * @return non-empty-list<string>
     */
    public function texts(NameSource $source, int $number, int $digits): array
    {
        $texts = [];
        foreach ($this->pieces as $piece) {
            $texts[] = $piece->inName($source, $number, $digits);
        }

        return $texts;
    }

    /** Whether the description of a shoot can be seen in it. */
    public function saysDescription(): bool
    {
        foreach ($this->pieces as $piece) {
            if (PieceKind::Description === $piece->kind) {
                return true;
            }
        }

        return false;
    }

    /**
     * Shortens the longest pieces until the name fits; the number is never shortened, for it tells names apart.
     *
     * @param list<string> $texts
     *
     * @return list<string>
     */
    private function cut(array $texts, bool $wordsOnly): array
    {
        for ($excess = \strlen($this->join($texts)) - self::MOST_BYTES; $excess > 0; $excess = \strlen($this->join($texts)) - self::MOST_BYTES) {
            $longest = null;
            foreach ($this->pieces as $i => $piece) {
                $may = $wordsOnly ? $piece->saysWords() : PieceKind::Sequence !== $piece->kind;
                if ($may && '' !== $texts[$i] && (null === $longest || \strlen($texts[$i]) > \strlen($texts[$longest]))) {
                    $longest = $i;
                }
            }
            if (null === $longest) {
                break;
            }
            $texts[$longest] = rtrim(mb_strcut($texts[$longest], 0, max(0, \strlen($texts[$longest]) - $excess), 'UTF-8'), '-_ ');
        }

        return array_values($texts);
    }

    /** @param array<int, string> $texts */
    private function join(array $texts): string
    {
        return implode($this->between, \in_array('', $texts, true) ? array_diff($texts, ['']) : $texts);
    }
}
