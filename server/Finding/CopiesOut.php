<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Finding;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Transfer\SystemReason;
use VelvetLedger\Core\Transfer\Task;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Server\Persistence\Find\FoundFileRepository;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Stores\Leftovers;
use VelvetLedger\Server\Stores\Stores;

/**
 * Copies pictures of frames out to a folder, numbered in the order that they are named: of each frame its rendered still, else its
 * DNG, else its raw. Each is read from a store that is there, and is only there when it is what the ledger has, byte for byte. What
 * is there already and is the same stays: cut off, it goes on when it is asked for again.
 */
final readonly class CopiesOut
{
    /** Frames that are looked up at a time. */
    private const AT_ONCE = 100;

    public function __construct(private FoundFileRepository $files, private Stores $stores, private Copier $copier, private Locks $locks, private Leftovers $leftovers)
    {
    }

    /**
     * @param list<int> $frames
     * @param bool      $links  symbolic links to where they lie, in the place of copies
     * @param int       $from   the first that is copied: those before are done with
     *
     * @return iterable<string|null> of each frame from there on null where it is there, else why not, in a sentence
     */
    public function to(string $folder, array $frames, bool $links, int $from = 0): iterable
    {
        $roots = $this->stores->roots();
        $digits = max(3, \strlen((string) \count($frames)));
        $number = random_int(1, 1 << 30);
        $this->locks->take(Lock::Apart, $number);
        try {
            $this->leftovers->clearIn($folder);
            $pictures = [];
            foreach (\array_slice($frames, $from, preserve_keys: true) as $i => $frame) {
                if (0 === ($i - $from) % self::AT_ONCE) {
                    $pictures = $this->files->pictures(\array_slice($frames, $i, self::AT_ONCE));
                }
                $picture = $pictures[$frame] ?? null;
                $copies = [];
                foreach (array_intersect_key($picture['paths'] ?? [], $roots) as $store => $path) {
                    $copies[] = $roots[$store].'/'.$path;
                }
                if (null === $picture || [] === $copies) {
                    yield null === $picture ? "Frame $frame has no picture that is proven anywhere." : "{$picture['name']} is not at any store that is there.";
                    continue;
                }
                $target = \sprintf("%s/%0{$digits}d_%s", $folder, $i + 1, $picture['name']);
                yield $this->first($copies, $target, $picture['checksum'], $links, WriterMark::of(Task::CopyApart, $number, 0), $i);
            }
        } finally {
            $this->locks->release(Lock::Apart, $number);
        }
    }

    /**
     * From the first of these that has its bytes.
     *
     * @param non-empty-list<string> $from
     */
    private function first(array $from, string $target, string $checksum, bool $links, WriterMark $mark, int $name): ?string
    {
        $because = null;
        foreach ($from as $path) {
            $because = $this->one($path, $target, $checksum, $links, $mark, $name);
            if (null === $because) {
                return null;
            }
        }

        return $because;
    }

    private function one(string $from, string $target, string $checksum, bool $links, WriterMark $mark, int $name): ?string
    {
        clearstatcache(true, $target);
        if ($links) {
            error_clear_last();

            return (is_link($target) && readlink($target) === $from) || @symlink($from, $target) ? null : "$target could not be made: ".SystemReason::last().'.';
        }
        try {
            if (is_file($target) && !is_link($target) && Checksum::ofFile($target) === $checksum) {
                return null;
            }
            $copied = $this->copier->copy(CopyOrder::of($name, new SourceFile($from, (int) @filesize($from), (int) @filemtime($from), null, $checksum), [$target], $mark));

            return [] === $copied->failed ? null : $copied->failed[array_key_first($copied->failed)]->getMessage();
        } catch (CouldNot $failure) {
            return $failure->getMessage();
        }
    }
}
