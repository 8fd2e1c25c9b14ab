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

    /**
     * @param string|null   $asideFrom  the folder that it comes back to, where it is set aside
     * @param string|null   $pickedFrom the folder that it goes back to, where it lies in a subfolder for selects
     * @param Standing|null $standing   null where it stands as it did
     */
    public function __construct(public string $folder, public string $stem, public ?string $asideFrom = null, public ?string $pickedFrom = null, public ?Standing $standing = null)
    {
    }

    public function called(string $stem): self
    {
        return new self($this->folder, $stem, $this->asideFrom, $this->pickedFrom, $this->standing);
    }

    public function standing(?Standing $standing): self
    {
        return new self($this->folder, $this->stem, $this->asideFrom, $this->pickedFrom, $standing);
    }

    /** In a subfolder for selects. */
    public function picked(string $folder): self
    {
        return new self($folder, $this->stem, $this->asideFrom, $folder === ($this->pickedFrom ?? $this->folder) ? null : $this->pickedFrom ?? $this->folder, $this->standing);
    }

    /** Back from there. */
    public function unpicked(): self
    {
        return null === $this->pickedFrom ? $this : new self($this->pickedFrom, $this->stem, $this->asideFrom, null, $this->standing);
    }

    /** The folder that it lies in, or comes back to. */
    public function home(): string
    {
        return $this->asideFrom ?? $this->folder;
    }

    /**
     * The same with its folders carried elsewhere; what is set aside follows below the folder that it was set aside in.
     *
     * @param \Closure(string): string $to
     */
    public function carried(\Closure $to): self
    {
        $pickedFrom = null === $this->pickedFrom ? null : $to($this->pickedFrom);
        if (null === $this->asideFrom) {
            return new self($to($this->folder), $this->stem, null, $pickedFrom, $this->standing);
        }
        $ends = '/'.$this->asideFrom;
        $under = '' === $this->asideFrom ? $this->folder : (str_ends_with('/'.$this->folder, $ends) ? trim(substr('/'.$this->folder, 0, -\strlen($ends)), '/') : null);
        $home = $to($this->asideFrom);

        return new self(null === $under ? $this->folder : trim("$under/$home", '/'), $this->stem, $home, $pickedFrom, $this->standing);
    }

    /** Set aside: in a folder at the store's root, below it as it lay before. */
    public function aside(string $under): self
    {
        return null === $this->asideFrom ? new self(rtrim("$under/$this->folder", '/'), $this->stem, $this->folder, $this->pickedFrom, $this->standing) : $this;
    }

    /** Back where it was set aside from. */
    public function back(): self
    {
        return null === $this->asideFrom ? $this : new self($this->asideFrom, $this->stem, null, $this->pickedFrom, $this->standing);
    }

    public function is(self $other): bool
    {
        return $this->isAt($other) && (null === $this->standing || null === $other->standing || $this->standing->is($other->standing));
    }

    /** Whether it is called and lies the same. */
    public function isAt(self $other): bool
    {
        return [$this->folder, $this->stem, $this->asideFrom, $this->pickedFrom] === [$other->folder, $other->stem, $other->asideFrom, $other->pickedFrom];
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
