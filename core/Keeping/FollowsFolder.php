<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

/** Files that are not the ledger's, in a folder of a shoot and below it: they follow its frames. */
final readonly class FollowsFolder
{
    /**
     * @param int                   $shoot whose they are
     * @param string                $from  folder from a store's root
     * @param string                $to    the same
     * @param array<string, string> $names stem => stem: files that bear it, whatever stands behind, bear the other
     * @param bool                  $all   whether what bears none of these names follows too
     */
    public function __construct(public int $shoot, public string $from, public string $to, public array $names, public bool $all)
    {
    }

    /** Only what bears one of the names. */
    public function byName(): self
    {
        return new self($this->shoot, $this->from, $this->to, $this->names, false);
    }

    /** Whether a file in a folder is to lie elsewhere, or to be called otherwise. */
    public function takes(string $folder, string $name): bool
    {
        $to = FoldersFollow::isBelow($folder, $this->from) ? $this->nameOf($name) : null;

        return null !== $to && ($to !== $name || $this->from !== $this->to);
    }

    /** The same way back. */
    public function back(): self
    {
        return new self($this->shoot, $this->to, $this->from, array_map(strval(...), array_flip($this->names)), $this->all);
    }

    /**
     * What a file is called afterwards: null where it stays. A name is borne where letters or digits do not go on behind it.
     *
     * @param string $name of the file, without its folder
     */
    public function nameOf(string $name): ?string
    {
        for ($length = \strlen($name); $length > 0; --$length) {
            $ends = $length === \strlen($name) || 1 !== preg_match('/^[\p{L}\p{M}\p{N}]/u', substr($name, $length)) && 1 === preg_match('//u', substr($name, 0, $length));
            if ($ends && isset($this->names[substr($name, 0, $length)])) {
                return $this->names[substr($name, 0, $length)].substr($name, $length);
            }
        }

        return $this->all ? $name : null;
    }
}
