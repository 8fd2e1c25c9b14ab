<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Naming\PortableText;

/**
 * The folders of a plan: each in one spelling, the store's where it stands there already, for most file systems
 * take "Boats" and "boats" for one folder; and the tree that they make.
 */
final class FolderPlan
{
    /** Bytes of a name, on every file system in use. */
    private const LONGEST = 255;

    /** @var array<array-key, string> key of a path => its spelling */
    private array $spelled = [];

    /** @var array<array-key, FolderState> path => exists or new */
    private array $states = [];

    /** @var array<array-key, array{array<array-key, true>, int}> path => frames by key, files */
    private array $contents = [];

    public function __construct(private readonly StoreState $store)
    {
    }

    /** The folder in the spelling that it will have: the store's, or one that every file system takes. */
    public function settle(string $folder): string
    {
        $path = '';
        foreach ('' === $folder ? [] : explode('/', $folder) as $name) {
            $key = PortableText::key(ltrim("$path/$name", '/'));
            if (!isset($this->spelled[$key])) {
                $made = PortableText::forFolder($name, self::LONGEST);
                $made = '' === $made ? '_' : $made;
                $there = FolderState::New === ($this->states[$path] ?? null) ? null : $this->store->spelling($path, $name) ?? $this->store->spelling($path, $made);
                $this->spelled[$key] = ltrim($path.'/'.($there ?? $made), '/');
                $this->states[$this->spelled[$key]] ??= null === $there ? FolderState::New : FolderState::Exists;
            }
            $path = $this->spelled[$key];
        }

        return $path;
    }

    public function isNew(string $folder): bool
    {
        return FolderState::New === ($this->states[$folder] ?? null);
    }

    public function put(PlanLine $line): void
    {
        $folder = (string) $line->folder;
        $this->contents[$folder] ??= [[], 0];
        $this->contents[$folder][0][$line->frame?->key()] = true;
        ++$this->contents[$folder][1];
    }

    /**
     * @param list<string> $made folders that are made though no frame goes into them
     *
     * @return list<TreeFolder>
     */
    public function tree(array $made): array
    {
        $paths = [];
        foreach ([...array_map(strval(...), array_keys($this->contents)), ...$made] as $folder) {
            for ($path = $folder; '' !== $path && !isset($paths[$path]); $path = substr($path, 0, (int) strrpos($path, '/'))) {
                $paths[$path] = true;
            }
        }
        $sorted = array_map(strval(...), array_keys($paths));
        usort($sorted, static fn (string $a, string $b): int => strnatcasecmp(strtr($a, '/', "\x01"), strtr($b, '/', "\x01")));
        if (isset($this->contents[''])) {
            array_unshift($sorted, '');
        }

        return array_map(function (string $path): TreeFolder {
            [$frames, $files] = $this->contents[$path] ?? [[], 0];
            $state = $this->states[$path] ?? FolderState::Exists;

            return new TreeFolder($path, FolderState::Exists === $state && $files > 0 ? FolderState::Joined : $state, \count($frames), $files);
        }, $sorted);
    }
}
