<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use VelvetLedger\Core\Card\PathText;

/** A mounted volume that holds a DCIM folder, or a folder given on the command line. */
final readonly class Volume
{
    /** Names the volume in addresses: 16 hexadecimal digits. */
    public string $id;

    public function __construct(public string $path)
    {
        $this->id = hash('xxh64', $path);
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
        return PathText::of(basename($this->path));
    }
}
