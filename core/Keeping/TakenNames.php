<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Naming\PortableText;

/** Names that are somebody's in a folder: of frames up to their extension, and of files. */
final readonly class TakenNames
{
    /** @var array<array-key, string> key of a name's beginning => a name that begins so */
    private array $beginnings;

    /** @var array<array-key, string> key of a name => the name */
    private array $names;

    /** @param list<string> $names */
    public function __construct(array $names)
    {
        $beginnings = $whole = [];
        foreach ($names as $name) {
            $beginnings[Wanted::stemKey($name)] = $name;
            $whole[PortableText::key($name)] = $name;
        }
        [$this->beginnings, $this->names] = [$beginnings, $whole];
    }

    /**
     * By whom a frame's name is taken; null where it is free. A file that bears the name which a frame has already was made of it:
     * it is in that one's way only under the very name of one of its files.
     */
    public function by(string $stem, KeptFrame $frame): ?string
    {
        if (PortableText::key($stem) !== PortableText::key($frame->now->stem)) {
            foreach (['', ...$frame->endings] as $ending) {
                $by = $this->beginnings[Wanted::stemKey($stem.$ending)] ?? null;
                if (null !== $by) {
                    return $by;
                }
            }

            return null;
        }
        foreach (['', ...$frame->endings] as $ending) {
            $by = $this->names[PortableText::key($stem.$ending)] ?? null;
            if (null !== $by) {
                return $by;
            }
        }

        return null;
    }
}
