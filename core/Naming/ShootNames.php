<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Naming;

/**
 * What a shoot's folder and files are called: "2026/2026-05-04 lantern boats" and
 * "2026-05-04_lantern-boats_0001". Year first, so that names sort as time does (common practice, no
 * published source).
 */
final readonly class ShootNames
{
    private string $folderWords;
    private string $fileWords;

    /** @param string $date "2026-05-04" */
    public function __construct(private string $date, public string $description)
    {
        $this->folderWords = PortableText::forFolder($description);
        $this->fileWords = PortableText::forFile($description);
    }

    /** Path of the folder from the store's root. */
    public function folder(): string
    {
        return substr($this->date, 0, 4).'/'.rtrim($this->date.' '.$this->folderWords);
    }

    /** A file name without its extension, for the $number-th frame of the shoot, counted from 1. */
    public function stem(int $number): string
    {
        return implode('_', array_filter([$this->date, $this->fileWords, \sprintf('%04d', $number)], static fn (string $piece): bool => '' !== $piece));
    }

    /** What folder or files say otherwise than the description, in a sentence; null where they say the same. */
    public function change(): ?string
    {
        $typed = trim(preg_replace('/\s+/u', ' ', $this->description) ?? '');
        if ($typed === $this->folderWords) {
            return $this->fileWords === PortableText::forFile($typed, \PHP_INT_MAX) ? null : 'The file names carry only the beginning of the description; the folder carries all of it.';
        }

        return \sprintf('The folder is called "%s": file systems do not take every character of the description, or not its whole length.', rtrim($this->date.' '.$this->folderWords));
    }
}
