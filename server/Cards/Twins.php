<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use VelvetLedger\Core\Card\Agreement;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\FrameReader;
use VelvetLedger\Core\Card\ReadFrame;

/**
 * What a camera with two slots wrote to another card as well: a file of the same path, size and time there, of which what
 * can be read here is no other. What cannot be read on one is taken from the other, where that is in a reader.
 */
final readonly class Twins
{
    /** Seconds: FAT counts time in steps of two. */
    private const SAME_TIME = 2;

    /** So many blocks are compared before a card has been asked for its twin's bytes; all of them when these come in. */
    private const BLOCKS = 48;

    /** Of so many frames a whole one is looked for: on a card that is broken throughout, the first say enough. */
    private const MOST_ASKED = 100;

    public function __construct(private Readers $readers, private FrameReader $reader)
    {
    }

    /** A card's contents, with what is unreadable there taken from its twins. */
    public function heal(Volume $volume, CardContents $contents): CardContents
    {
        $others = null;
        $asked = 0;
        $frames = [];
        foreach ($contents->frames as $frame) {
            $frame = [] === $frame->unreadable ? $frame : $this->healed($volume, $frame);
            if (([] !== $frame->unreadable || [] !== $frame->incomplete) && ++$asked <= self::MOST_ASKED) {
                $others ??= array_values(array_filter($this->readers->volumes(), static fn (Volume $other): bool => $other->path !== $volume->path));
                $frame = $this->besideItsTwin($others, $frame);
            }
            $frames[] = $frame;
        }

        return new CardContents($frames, $contents->others, $contents->troubles);
    }

    /**
     * @param string      $source where the card is that the file is to be found beside
     * @param string      $path   of the file, from the card's root, bytes as the file system gives them
     * @param string|null $label  of the card that it must be on, for it was compared with that one before
     */
    public function of(string $source, string $path, int $bytes, int $modifiedAt, ?string $label = null): ?Volume
    {
        foreach ($this->readers->volumes() as $volume) {
            $file = $volume->path.'/'.$path;
            $stat = $volume->path === $source || (null !== $label && $label !== $volume->label()) || is_link($file) ? false : @lstat($file);
            if (false !== $stat && is_file($file) && $stat['size'] === $bytes && abs($stat['mtime'] - $modifiedAt) <= self::SAME_TIME && (null !== $label || !Agreement::of($source.'/'.$path, $file, self::BLOCKS)->differs)) {
                return $volume;
            }
        }

        return null;
    }

    /** The same file on another card, absolute; null where there is none. */
    public function beside(Volume $volume, string $file): ?string
    {
        $path = substr($file, \strlen($volume->path) + 1);
        $stat = @stat($file);
        $twin = false === $stat ? null : $this->of($volume->path, $path, $stat['size'], $stat['mtime']);

        return null === $twin ? null : $twin->path.'/'.$path;
    }

    /** @param list<Volume> $others */
    private function besideItsTwin(array $others, ReadFrame $frame): ReadFrame
    {
        foreach ([...array_keys($frame->unreadable), ...array_keys($frame->incomplete)] as $path) {
            $whole = $this->whole($others, $frame, $path);
            if (null !== $whole) {
                return $frame->isWholeOn($whole);
            }
        }

        return $frame;
    }

    /**
     * A card that has a file of this name and time from its first byte to its last: cut off here, it is longer there.
     *
     * @param list<Volume> $others
     */
    private function whole(array $others, ReadFrame $frame, string $path): ?string
    {
        foreach ($frame->frame->files as $file) {
            foreach ($file->path === $path ? $others : [] as $other) {
                $stat = @lstat($other->path.'/'.$path);
                if (false === $stat || !is_file($other->path.'/'.$path) || is_link($other->path.'/'.$path) || abs($stat['mtime'] - $file->modifiedAt) > self::SAME_TIME) {
                    continue;
                }
                $there = $this->reader->read($other->path, new Frame([new CardFile($path, $stat['size'], $stat['mtime'], $file->kind)], $frame->frame->stem));
                if ([] === $there->unreadable && [] === $there->incomplete && null !== $there->facts) {
                    return $other->label();
                }
            }
        }

        return null;
    }

    private function healed(Volume $volume, ReadFrame $frame): ReadFrame
    {
        $unreadable = $frame->unreadable;
        $twins = [];
        $facts = $frame->facts;
        $from = $frame->factsFrom;
        foreach ($frame->frame->files as $file) {
            $twin = isset($unreadable[$file->path]) ? $this->of($volume->path, $file->path, $file->bytes, $file->modifiedAt) : null;
            $there = null === $twin ? null : $this->reader->read($twin->path, new Frame([new CardFile($file->path, $file->bytes, $file->modifiedAt, $file->kind)], $frame->frame->stem));
            if (null !== $twin && null !== $there && [] === $there->unreadable) {
                unset($unreadable[$file->path]);
                $twins[$file->path] = $twin->label();
                $facts ??= $there->facts;
                $from ??= null === $there->facts ? null : $file;
            }
        }

        return [] === $twins ? $frame : new ReadFrame($frame->frame, $facts, $from, $frame->caution, $unreadable, $twins, $frame->incomplete);
    }
}
