<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Naming\NamesInOrder;
use VelvetLedger\Core\Naming\PortableText;
use VelvetLedger\Core\Naming\Scope;
use VelvetLedger\Core\Naming\Sequence;
use VelvetLedger\Core\Words\Day;

/**
 * Names the frames of a whole plan, in order. All files of a frame share one name. Numbers go on after those given
 * before and step over names in use: in the folder, and in shoots of the day, the day before and the day after, for what is
 * delivered together is not to have one name twice.
 */
final class Namer
{
    private const HERE = 'here';
    private const NEAR = 'near';

    /** @var array<array-key, array<array-key, true>> key of a folder => keys of the names given out in it */
    private array $given = [];

    /** @var array<string, array<array-key, string>> day => keys of the names given out in its shoots, and in which folder's key */
    private array $ofDay = [];

    /** @var array<array-key, int> scope => the next number */
    private array $next = [];

    /** @var array<array-key, int> scope and least digits => digits of all numbers in it */
    private array $digits = [];

    /** @var array<array-key, int> scope => frames to be numbered in it */
    private array $expected = [];

    /** @param list<ShootDraft> $drafts all of the plan */
    public function __construct(private readonly StoreState $store, private readonly FolderPlan $folders, array $drafts)
    {
        foreach ($drafts as $draft) {
            $scope = $draft->scope();
            $this->expected[$scope] = ($this->expected[$scope] ?? 0) + \count($draft->coming);
        }
    }

    public function name(ShootDraft $draft): NamedShoot
    {
        $folders = $settled = [];
        foreach ($draft->coming as $frame) {
            $apart = ($frame->read->facts->gear->model ?? '')."\n".$frame->read->frame->lead()->folder(); // all that frames of one shoot can lie apart by
            $folders[] = $settled[$apart] ??= $this->folders->settle($draft->folderOf($frame));
        }
        $sequence = $draft->order->names->sequence;

        return null === $sequence ? $this->withoutNumbers($draft, $folders) : $this->numbered($draft, $sequence, $folders);
    }

    /** @param list<string> $folders */
    private function numbered(ShootDraft $draft, Sequence $sequence, array $folders): NamedShoot
    {
        $scope = $draft->scope();
        $first = $this->next[$scope] ??= $this->firstNumber($draft, $sequence);
        $digits = $this->digits[$scope."\n".$sequence->digits] ??= $sequence->digitsFor($first, $this->expected[$scope]);
        $given = NamesInOrder::numbered($draft->order->names, array_map($draft->source(...), $draft->coming), $first, $digits, fn (int $i, string $stem, ?int $number): ?string => $this->take(self::called($draft, $i, $folders, $stem, $number), $draft));
        $this->next[$scope] = $given->next;
        $inUse = array_column(array_filter($given->stepped, static fn (array $one): bool => self::HERE === $one[1]), 0);

        return new NamedShoot(self::names($draft, $folders, $given), $inUse, 0, 0, $digits > $sequence->digits ? $digits : null, \count($given->stepped) - \count($inUse));
    }

    /** @param list<string> $folders */
    private static function called(ShootDraft $draft, int $i, array $folders, string $stem, ?int $number): FrameName
    {
        return new FrameName($draft->coming[$i], $folders[$i], $stem, $number, $draft->order->names->extension);
    }

    /**
     * @param list<string> $folders
     *
     * @return list<FrameName>
     */
    private static function names(ShootDraft $draft, array $folders, NamesInOrder $given): array
    {
        return array_map(static fn (int $i, array $name): FrameName => self::called($draft, $i, $folders, ...$name), array_keys($given->names), $given->names);
    }

    private function firstNumber(ShootDraft $draft, Sequence $sequence): int
    {
        $last = match ($sequence->scope) {
            Scope::Shoot => $this->store->lastNumberInShoot($this->folders->settle($draft->folder()), $draft->date, $draft->description),
            Scope::Day => $this->store->lastNumberOnDay($draft->date),
            Scope::RunningOn => $this->store->lastNumberRunning(),
        };

        return null === $last ? $sequence->start : max($sequence->start, $last + 1);
    }

    /** @param list<string> $folders */
    private function withoutNumbers(ShootDraft $draft, array $folders): NamedShoot
    {
        $given = NamesInOrder::withoutNumbers($draft->order->names, array_map($draft->source(...), $draft->coming), $folders, fn (int $i, string $stem, ?int $number): ?string => $this->take(self::called($draft, $i, $folders, $stem, $number), $draft));
        $taken = \count(array_filter($given->stepped, static fn (array $one): bool => self::HERE === $one[1]));

        return new NamedShoot(self::names($draft, $folders, $given), [], $given->alike, $taken, null, \count($given->stepped) - $taken);
    }

    /** Gives the name out, where no file is called so; else where one is: in the folder, or in a shoot of these days. */
    private function take(FrameName $name, ShootDraft $draft): ?string
    {
        $folder = PortableText::key($name->folder);
        $keys = array_map(PortableText::key(...), $name->stems());
        foreach ($name->stems() as $i => $stem) {
            if (isset($this->given[$folder][$keys[$i]]) || $this->store->isTaken($name->folder, $stem)) {
                return self::HERE;
            }
        }
        foreach ($keys as $key) {
            if ($this->isNear($key, $folder, $draft->date)) {
                return self::NEAR;
            }
        }
        foreach ($keys as $key) {
            $this->given[$folder][$key] = true;
            $this->ofDay[$draft->date][$key] = $folder;
        }

        return null;
    }

    private function isNear(string $key, string $folder, string $date): bool
    {
        if (isset($this->store->stemsAround($date)[$key])) {
            return true;
        }
        foreach (Day::around($date) as $day) {
            if (($this->ofDay[$day][$key] ?? $folder) !== $folder) {
                return true;
            }
        }

        return false;
    }
}
