<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Naming\FolderPattern;
use VelvetLedger\Core\Naming\PortableText;

/**
 * The folders of a shoot as what is said of it changes. Whatever of them its pattern made is made anew, below where that lies;
 * of a folder with a name of somebody's own, only the words change that stand in it.
 */
final readonly class FoldersFollow
{
    /** @param string $folder of the shoot, after */
    private function __construct(private ShootKept $before, private ShootKept $after, private FolderPattern $made, private FolderPattern $pattern, private HeldSource $first, public string $folder, private ?string $root, private string $rootAfter)
    {
    }

    /**
     * @param FolderPattern      $made        by which its folder was made
     * @param HeldSource         $first       the earliest frame
     * @param HeldSource         $firstAfter  the same, where its time is put right
     * @param string|null        $destination from the store's root, where that is to be another
     * @param FolderPattern|null $pattern     by which it is made now; null for the same
     */
    public static function of(ShootKept $before, ShootKept $after, FolderPattern $made, HeldSource $first, HeldSource $firstAfter, ?string $destination, ?FolderPattern $pattern): self
    {
        $was = $made->folder($first->inFolder($before, $first));
        $root = match (true) {
            '' === $was, $before->folder === $was => '' === $was ? $before->folder : '',
            str_ends_with($before->folder, '/'.$was) => substr($before->folder, 0, -\strlen($was) - 1),
            default => null,
        };
        $rootAfter = $destination ?? $root ?? '';
        $folder = null === $root && null === $pattern
            ? self::reworded($before, $after, $destination)
            : self::path($rootAfter, ($pattern ?? $made)->folder($firstAfter->inFolder($after, $firstAfter)));

        return new self($before, $after, $made, $pattern ?? $made, $firstAfter, $folder, $root, $rootAfter);
    }

    /** Exactly this one. */
    public static function to(string $folder, ShootKept $before, HeldSource $first): self
    {
        return new self($before, $before, FolderPattern::of([]), FolderPattern::of([]), $first, $folder, null, '');
    }

    /** Where a frame of it lies, or comes back to, that lay in a folder; frames of one shoot can lie apart, by body or card folder. */
    public function home(string $home, HeldSource $source, HeldSource $first): string
    {
        if (null !== $this->root) {
            $was = self::path($this->root, $this->made->folder($source->inFolder($this->before, $first)));
            if ('' !== $was && $was !== $this->before->folder && self::isBelow($home, $was)) {
                return self::path(self::path($this->rootAfter, $this->pattern->folder($source->inFolder($this->after, $this->first))), ltrim(substr($home, \strlen($was)), '/'));
            }
        }

        return self::isBelow($home, $this->before->folder) ? self::path($this->folder, ltrim(substr($home, \strlen($this->before->folder)), '/')) : $home;
    }

    public static function isBelow(string $path, string $folder): bool
    {
        return '' === $folder || $path === $folder || str_starts_with($path, $folder.'/');
    }

    private static function reworded(ShootKept $before, ShootKept $after, ?string $destination): string
    {
        $folder = $before->folder;
        foreach ([[$before->date, $after->date], [PortableText::forFolder($before->description), PortableText::forFolder($after->description)], [PortableText::forFile($before->description), PortableText::forFile($after->description)]] as [$old, $new]) {
            $folder = '' === $old || '' === $new ? $folder : str_replace($old, $new, $folder);
        }

        return null === $destination ? $folder : self::path($destination, basename($folder));
    }

    private static function path(string ...$parts): string
    {
        return implode('/', array_filter($parts, static fn (string $part): bool => '' !== $part));
    }
}
