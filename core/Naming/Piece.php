<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Naming;

use VelvetLedger\Core\Card\CameraNumber;

/** One piece of a name or folder: what it says, and how. */
final readonly class Piece
{
    private const LONGEST_WORDS = 60;

    private function __construct(
        public PieceKind $kind,
        public string $text = '',
        public WordStyle $style = WordStyle::Hyphens,
        public ?Sequence $sequence = null,
    ) {
    }

    /**
     * @param string $fields UTS #35 date fields, "yyyy-MM-dd"
     *
     * @throws CouldNotCompose
     */
    public static function taken(string $fields): self
    {
        return self::date(PieceKind::Taken, $fields);
    }

    /** @throws CouldNotCompose */
    public static function date(PieceKind $kind, string $fields): self
    {
        DateFields::check($fields);

        return new self($kind, $fields);
    }

    public static function description(WordStyle $style = WordStyle::Hyphens): self
    {
        return new self(PieceKind::Description, '', $style);
    }

    public static function sequence(Sequence $sequence): self
    {
        return new self(PieceKind::Sequence, '', WordStyle::Hyphens, $sequence);
    }

    /**
     * @param string $text of words and initials
     *
     * @throws CouldNotCompose
     */
    public static function of(PieceKind $kind, string $text = '', WordStyle $style = WordStyle::Hyphens): self
    {
        if (mb_strlen($text) > self::LONGEST_WORDS) {
            throw CouldNotCompose::tooLong(self::LONGEST_WORDS);
        }

        return match (true) {
            PieceKind::Sequence === $kind => self::sequence(Sequence::of()),
            $kind->isDate() => self::date($kind, $text),
            default => new self($kind, $text, $style),
        };
    }

    /**
     * What it says of a frame, before it is made fit for a name.
     *
     * @param int $digits of the sequence
     */
    public function textOf(NameSource $source, int $number, int $digits): string
    {
        return match ($this->kind) {
            PieceKind::Taken => DateFields::format($source->taken, $this->text),
            PieceKind::Intake => DateFields::format($source->intake, $this->text),
            PieceKind::Description => $source->description,
            PieceKind::Words, PieceKind::Initials => $this->text,
            PieceKind::Sequence => str_pad((string) $number, $digits, '0', \STR_PAD_LEFT),
            PieceKind::FileNumber => CameraNumber::in($source->originalName) ?? '',
            PieceKind::WholeNumber => CameraNumber::whole($source->originalName) ?? '',
            PieceKind::FirstNumber => CameraNumber::whole($source->beside->firstName) ?? '',
            PieceKind::OriginalName => $source->originalName,
            PieceKind::Body => $source->body,
            PieceKind::KindOfWork => $source->kindOfWork,
            PieceKind::CardFolders => $source->cardFolders,
            PieceKind::Job => $source->beside->job,
            PieceKind::Event => $source->beside->event,
            PieceKind::Place => $source->beside->place,
            PieceKind::NameNow => '' === $source->beside->nameNow ? $source->originalName : $source->beside->nameNow,
        };
    }

    /** The same as part of a file's name. */
    public function inName(NameSource $source, int $number, int $digits): string
    {
        $said = $this->textOf($source, $number, $digits);

        return match (true) {
            PieceKind::Sequence === $this->kind => $said, // digits are fit for every name
            PieceKind::OriginalName === $this->kind, PieceKind::NameNow === $this->kind, PieceKind::Initials === $this->kind, $this->kind->isDate(), WordStyle::AsWritten === $this->style => PortableText::forFileAsWritten($said),
            default => PortableText::forFile($said),
        };
    }

    /** Whether it is words, of which a beginning still says something. */
    public function saysWords(): bool
    {
        return \in_array($this->kind, [PieceKind::Description, PieceKind::Words, PieceKind::Initials, PieceKind::OriginalName, PieceKind::NameNow, PieceKind::Body, PieceKind::KindOfWork, PieceKind::Job, PieceKind::Event, PieceKind::Place], true);
    }
}
