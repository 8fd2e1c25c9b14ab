<?php

declare(strict_types=1);

namespace VelvetLedger\Tests;

use VelvetLedger\Core\Card\FolderNames;

/** A folder of one test's own, removed when the test lets go of it. */
final readonly class Folder
{
    public string $path;

    public function __construct(?string $in = null)
    {
        $this->path = ($in ?? sys_get_temp_dir()).'/ledger-test-'.bin2hex(random_bytes(6));
        mkdir($this->path);
    }

    /** On a drive, wherever tests lie: in memory the kernel keeps no copy of what it reads, and below /dev there are no drives. */
    public static function onDrive(): self
    {
        return new self(\dirname(__DIR__).'/var');
    }

    public function __destruct()
    {
        self::remove($this->path);
    }

    /**
     * Writes a file below the folder, with the folders it needs.
     *
     * @return string its path
     */
    public function put(string $name, string $bytes, int $modifiedAt = 1_777_900_000): string
    {
        $path = $this->path.'/'.$name;
        if (!is_dir(\dirname($path))) {
            mkdir(\dirname($path), 0o777, true);
        }
        file_put_contents($path, $bytes);
        touch($path, $modifiedAt);

        return $path;
    }

    /** @return array<string, string> path => time and checksum, without marks; of no folder none, where it need not be there */
    public static function tree(string $root, bool $isThere = true): array
    {
        $tree = [];
        if (!$isThere && !is_dir($root)) {
            return [];
        }
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($root, \FilesystemIterator::SKIP_DOTS)) as $file) {
            if ($file instanceof \SplFileInfo && '.' !== $file->getFilename()[0]) {
                $tree[substr($file->getPathname(), \strlen($root))] = (str_ends_with($file->getFilename(), '.xxh128') ? '' : $file->getMTime()).' '.hash_file('xxh128', $file->getPathname());
            }
        }
        ksort($tree);

        return $tree;
    }

    public static function remove(string $path): void
    {
        if (is_link($path) || !is_dir($path)) {
            @unlink($path);
        } else {
            foreach (FolderNames::in($path) as $name) {
                self::remove($path.'/'.$name);
            }
            rmdir($path);
        }
    }
}
