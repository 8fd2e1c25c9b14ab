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

    /** What stands between a beginning of a file's name that may be a frame's, and the name. */
    private const BORNE = '.*';

    /**
     * Of a file that is nobody's in the ledger every beginning that may be the name of a frame it was made of, where letters or
     * digits do not go on behind it: none of these is given to a frame, for it would seem to be that one's.
     *
     * @return list<string> and the name itself
     */
    public static function borneBy(string $name): array
    {
        $borne = [$name];
        preg_match_all('/(?<=[\p{L}\p{M}\p{N}])(?![\p{L}\p{M}\p{N}])/u', $name, $ends, \PREG_OFFSET_CAPTURE);
        foreach ($ends[0] as [, $at]) {
            $borne[] = substr($name, 0, $at).self::BORNE.$name;
        }

        return $borne;
    }

    /** The name of the file, of one that is borne by it. */
    private static function plain(string $name): string
    {
        $at = strpos($name, self::BORNE);

        return false === $at ? $name : substr($name, $at + \strlen(self::BORNE));
    }

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
                    return self::plain($by);
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
