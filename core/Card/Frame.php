<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** One exposure: the files that belong to it, the one that leads (the raw, where there is one) first. They can be on two cards. */
final readonly class Frame
{
    /** Names the frame on its desk, the same on every reading: 16 hexadecimal digits. */
    public string $key;

    /** @param non-empty-list<CardFile> $files */
    public function __construct(public array $files, public string $stem)
    {
        $this->key = hash('xxh64', (null === $files[0]->card ? '' : $files[0]->card->id.':').$files[0]->folder().'/'.strtolower($files[0]->kind->isStill() ? $stem : $files[0]->name()));
    }

    public function on(NamedCard $card): self
    {
        return new self(array_map(static fn (CardFile $file): CardFile => $file->on($card), $this->files), $this->stem);
    }

    /** The same with the files of its other half, which another card has. */
    public function with(self $other): self
    {
        return new self([...$this->files, ...$other->files], $this->stem);
    }

    public function lead(): CardFile
    {
        return $this->files[0];
    }

    public function bytes(): int
    {
        return array_sum(array_map(static fn (CardFile $file): int => $file->bytes, $this->files));
    }

    /** What follows the shared stem in a file's name, without the dot: "ORW", "JPG", "ORW.xmp". */
    public function extensionOf(CardFile $file): string
    {
        return ltrim(substr($file->name(), \strlen($this->stem)), '.');
    }
}
