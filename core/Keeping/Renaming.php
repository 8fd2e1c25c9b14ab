<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Naming\PortableText;

/** New names and folders for frames, checked whole before any file is touched: each is one that every file system takes, and nobody else's. */
final readonly class Renaming
{
    /** @param array<int, Wanted> $wanted by frame: those that change, each after the one whose place it takes, unless they go round in a circle */
    private function __construct(public array $wanted)
    {
    }

    /**
     * @param list<KeptFrame>                $frames
     * @param array<int, Wanted>             $wanted by frame; of others than these nothing is asked
     * @param \Closure(string): list<string> $names  names that stand in a folder, or are given there
     *
     * @throws CouldNotRename nothing is changed
     */
    public static function of(array $frames, array $wanted, \Closure $names): self
    {
        foreach ($frames as $frame) {
            if (isset($wanted[$frame->id]) && null === $wanted[$frame->id]->standing) {
                $wanted[$frame->id] = $wanted[$frame->id]->standing($frame->now->standing);
            }
        }
        $going = array_values(array_filter($frames, static fn (KeptFrame $frame): bool => isset($wanted[$frame->id]) && !$wanted[$frame->id]->is($frame->now)));
        $places = $left = [];
        foreach ($going as $frame) {
            $to = $wanted[$frame->id];
            if (!$to->isPortable()) {
                throw CouldNotRename::notPortable(ltrim("$to->folder/$to->stem", '/'));
            }
            if (isset($places[$to->key()])) {
                throw CouldNotRename::twice($to->stem, $to->folder);
            }
            $places[$to->key()] = $frame->id;
            $left[PortableText::key($frame->now->folder)][] = $frame;
            if (null !== $frame->now->pickedFrom) {
                $left[PortableText::key($frame->now->pickedFrom)][] = $frame; // what was made of it may lie there still
            }
        }
        $taken = [];
        foreach ($going as $frame) {
            $to = $wanted[$frame->id];
            $taken[$to->folder] ??= new TakenNames(self::without($to->folder, $names($to->folder), $left[PortableText::key($to->folder)] ?? []));
            $by = $taken[$to->folder]->by($to->stem, $frame);
            if (null !== $by) {
                throw CouldNotRename::taken($to->stem, $to->folder, $by);
            }
        }

        return new self(self::inOrder($going, $wanted));
    }

    /**
     * @param list<string>    $names
     * @param list<KeptFrame> $going wherever they lie
     *
     * @return list<string> names that stay in a folder when these are gone
     */
    public static function staying(string $folder, array $names, array $going): array
    {
        return self::without($folder, $names, array_values(array_filter($going, static fn (KeptFrame $frame): bool => \in_array(PortableText::key($folder), [PortableText::key($frame->now->folder), PortableText::key($frame->now->pickedFrom ?? $frame->now->folder)], true))));
    }

    /**
     * @param list<string>    $names
     * @param list<KeptFrame> $going out of that folder, or out of a subfolder of selects whose frames come back to it
     *
     * @return list<string>
     */
    private static function without(string $folder, array $names, array $going): array
    {
        $leave = [];
        $given = null;
        foreach ($going as $frame) {
            if (PortableText::key($frame->now->folder) !== PortableText::key($folder)) {
                $given ??= array_fill_keys(array_map(PortableText::key(...), $names), true);
                if (isset($given[PortableText::key($frame->now->stem)])) {
                    continue; // another frame has that name there
                }
            }
            foreach ([$frame->now->stem, ...$frame->names()] as $name) {
                $leave[Wanted::stemKey($name)] = true; // and what others made of it, for that follows
            }
        }

        return array_values(array_filter($names, static fn (string $name): bool => !isset($leave[Wanted::stemKey($name)])));
    }

    /**
     * @param list<KeptFrame>    $going
     * @param array<int, Wanted> $wanted
     *
     * @return array<int, Wanted>
     */
    private static function inOrder(array $going, array $wanted): array
    {
        $at = $next = [];
        foreach ($going as $frame) {
            $at[$frame->now->key()] = $frame->id;
        }
        foreach ($going as $frame) {
            $next[$frame->id] = $at[$wanted[$frame->id]->key()] ?? null;
        }
        $order = [];
        foreach ($going as $frame) {
            $chain = [];
            for ($id = $frame->id; null !== $id && !isset($order[$id]) && !isset($chain[$id]); $id = $next[$id]) {
                $chain[$id] = $wanted[$id];
            }
            $order += array_reverse($chain, true);
        }

        return $order;
    }
}
