<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use VelvetLedger\Core\Card\CardIdentity;
use VelvetLedger\Core\Card\PathText;

/** A card where it is mounted now, or a folder given on the command line. */
final readonly class Volume
{
    /** @param string $id names the card with its contents in addresses: 16 hexadecimal digits */
    private function __construct(public string $path, public CardIdentity $identity, public string $id)
    {
    }

    public static function of(string $path, CardIdentity $identity): self
    {
        return new self($path, $identity, $identity->key());
    }

    /** Under which name what was read of it is kept: the card with its contents, where it is now. */
    public function reading(): string
    {
        return hash('xxh64', $this->id.$this->path);
    }

    /** One of two that cannot be told apart by anything but their places. */
    public function toldByPlace(): self
    {
        return new self($this->path, $this->identity, hash('xxh64', $this->id.$this->path));
    }

    /**
     * The absolute path of a file on this volume; nothing that leads out of it, by "..", or by a link, is one.
     *
     * @param string $text as PathText, from the volume's root
     *
     * @throws NoSuchCard
     */
    public function file(string $text): string
    {
        $path = $this->path.'/'.PathText::toPath($text);
        $real = realpath($path);

        return false !== $real && $real === realpath($this->path).substr($path, \strlen($this->path)) && is_file($real) ? $path : throw NoSuchCard::noSuchFile();
    }

    public function label(): string
    {
        return $this->identity->label;
    }
}
