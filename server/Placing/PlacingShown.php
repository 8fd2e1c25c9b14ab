<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Placing;

/** What an act about where shoots lie comes to, or came to: at each store what it is owed, or what leaves it; and shoots that stay as they are. */
final class PlacingShown
{
    /** @var array<int, array{files: int, bytes: int}> by store: owed anew */
    public array $owed = [];

    /** @var array<int, array{files: int, bytes: int}> by store: to leave it */
    public array $leaving = [];

    /** @var array<int, string> by shoot: why nothing is done with it */
    public array $refused = [];

    /** @var list<int> */
    public array $shoots = [];

    public function owes(int $store, int $files, int $bytes): void
    {
        $this->owed[$store] = ['files' => ($this->owed[$store]['files'] ?? 0) + $files, 'bytes' => ($this->owed[$store]['bytes'] ?? 0) + $bytes];
    }

    public function leaves(int $store, int $files, int $bytes): void
    {
        $this->leaving[$store] = ['files' => ($this->leaving[$store]['files'] ?? 0) + $files, 'bytes' => ($this->leaving[$store]['bytes'] ?? 0) + $bytes];
    }
}
