<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Placing;

/** A folder of a shoot, with all that others put into it: its own, or that in the tree of a stage. */
final readonly class Ground
{
    /**
     * @param string       $tree   the tree's root, from its store's; '' for the shoot's own folder
     * @param string       $folder from its store's root
     * @param list<string> $others folders of other shoots, and of their frames, that are there or below
     * @param int|null     $store  where what lies in it is worked on
     */
    public function __construct(public string $tree, public string $folder, public array $others, public ?int $store)
    {
    }

    /** Whether it is the shoot's alone, and no store's root. */
    public function isOwn(): bool
    {
        return '' !== $this->folder && !\in_array($this->folder, $this->others, true);
    }

    /** A path from the folder, as it is told. */
    public function named(string $path): string
    {
        return '' === $this->tree ? $path : "$this->tree: $path";
    }
}
