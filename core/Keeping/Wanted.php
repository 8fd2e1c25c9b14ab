<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Naming\PortableText;

/** What a frame shall be called, and where: the folder from a store's root, and the stem that the names of its files begin with. */
final readonly class Wanted
{
    /** Bytes that a name may have on every file system in use (common practice, no published source), less room for endings. */
    private const LONGEST_STEM = 200;
    private const LONGEST_FOLDER = 200;

    /** @param string|null $asideFrom the folder that it comes back to, where it is set aside */
    public function __construct(public string $folder, public string $stem, public ?string $asideFrom = null)
    {
    }

    /** Set aside: in a folder at the store's root, below it as it lay before. */
    public function aside(string $under): self
    {
        return null === $this->asideFrom ? new self(rtrim("$under/$this->folder", '/'), $this->stem, $this->folder) : $this;
    }

    /** Back where it was set aside from. */
    public function back(): self
    {
        return null === $this->asideFrom ? $this : new self($this->asideFrom, $this->stem);
    }

    public function is(self $other): bool
    {
        return [$this->folder, $this->stem, $this->asideFrom] === [$other->folder, $other->stem, $other->asideFrom];
    }

    /** The same for places that some file system takes for one. */
    public function key(): string
    {
        return PortableText::key($this->folder).'/'.PortableText::key($this->stem);
    }

    /** A name as it stands in a folder, up to its first full stop: files that share it are taken for one frame's. */
    public static function stemKey(string $name): string
    {
        return PortableText::key(explode('.', $name)[0]);
    }

    /** Whether every file system takes it as it is. */
    public function isPortable(): bool
    {
        $folders = '' === $this->folder ? [] : explode('/', $this->folder);
        foreach ($folders as $folder) {
            if ('' === $folder || '.' === $folder[0] || $folder !== PortableText::forFolder($folder, self::LONGEST_FOLDER)) {
                return false;
            }
        }

        return '' !== $this->stem && '.' !== $this->stem[0] && !str_contains($this->stem, '/') && $this->stem === PortableText::forFolder($this->stem, self::LONGEST_STEM);
    }
}
