<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** One file on a card. */
final readonly class CardFile
{
    public Kind $kind;

    /** Tells it from every other file on its desk: its path, and where several cards lie there, its card before it. */
    public string $id;

    /**
     * @param string         $path       from the card's root, bytes as the file system gives them, '/' between names
     * @param int            $bytes      its size
     * @param int            $modifiedAt Unix seconds
     * @param Kind|null      $kind       where its name does not tell
     * @param NamedCard|null $card       that it is on, where that is one of several
     */
    public function __construct(public string $path, public int $bytes, public int $modifiedAt, ?Kind $kind = null, public ?NamedCard $card = null)
    {
        $this->kind = $kind ?? Kind::ofPath($path);
        $this->id = null === $card ? $path : $card->id.':'.$path;
    }

    public function on(NamedCard $card): self
    {
        return new self($this->path, $this->bytes, $this->modifiedAt, $this->kind, $card);
    }

    public function name(): string
    {
        $slash = strrpos($this->path, '/');

        return false === $slash ? $this->path : substr($this->path, $slash + 1);
    }

    /** The folder it stands in, from the card's root; '' for the root itself. */
    public function folder(): string
    {
        $slash = strrpos($this->path, '/');

        return false === $slash ? '' : substr($this->path, 0, $slash);
    }

    /** The name before its last dot. */
    public function stem(): string
    {
        $name = $this->name();
        $dot = strrpos($name, '.');

        return false === $dot ? $name : substr($name, 0, $dot);
    }

    /** What it is counted as: its kind, but a rendered still by its format, "JPEG", "HEIC", and what accompanies a clip by what it is. */
    public function countedAs(): string
    {
        $extension = strtolower(pathinfo($this->path, \PATHINFO_EXTENSION));

        return match ($this->kind) {
            Kind::StillRendered => self::format($extension),
            Kind::BesideClip => match ($extension) {
                'lrf', 'lrv' => 'proxy',
                'srt' => 'flight track',
                'thm' => 'thumbnail',
                default => 'record of a clip',
            },
            default => $this->kind->value,
        };
    }

    private static function format(string $extension): string
    {
        return match ($extension) {
            'jpg', 'jpeg', 'jpe' => 'JPEG',
            'tif', 'tiff' => 'TIFF',
            'heic', 'heif', 'hif' => 'HEIC',
            'jxl' => 'JPEG XL',
            'webp' => 'WebP',
            default => '' === $extension ? 'still' : strtoupper($extension), // PNG, AVIF
        };
    }

    public function text(): string
    {
        return PathText::of($this->path);
    }

    /** Where it is, in a sentence: its path, and its card where that is one of several. */
    public function where(): string
    {
        return $this->text().(null === $this->card ? '' : ' on '.$this->card->label);
    }
}
