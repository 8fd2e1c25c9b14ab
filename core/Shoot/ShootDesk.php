<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

/** Shoots laid out to be worked on: which frame lies with which. */
final class ShootDesk
{
    /** @var list<TimedFrame> in order of capture */
    private readonly array $frames;

    /** @var array<array-key, string> frame key => id of its shoot */
    private array $shootOf = [];

    /** @param list<ProposedShoot> $shoots */
    public function __construct(array $shoots)
    {
        $this->frames = CaptureOrder::sort(array_merge(...array_map(static fn (ProposedShoot $shoot): array => $shoot->frames, $shoots)));
        foreach ($shoots as $shoot) {
            foreach ($shoot->frames as $frame) {
                $this->shootOf[$frame->key()] = $shoot->id;
            }
        }
    }

    public function cutBefore(string $frame): void
    {
        $members = $this->framesOf($this->shootOf[$frame] ?? null);
        $place = array_search($frame, $members, true);
        if (false !== $place && $place > 0) {
            $this->give(\array_slice($members, $place), $this->freeId($frame));
        }
    }

    public function join(string $frame, string $other): void
    {
        $shoot = $this->shootOf[$frame] ?? null;
        if (null !== $shoot) {
            $this->give($this->framesOf($this->shootOf[$other] ?? null), $shoot);
        }
    }

    /** @param list<string> $frames */
    public function move(array $frames, ?string $to): void
    {
        $known = array_values(array_filter($frames, fn (string $key): bool => isset($this->shootOf[$key])));
        $target = null === $to ? null : $this->shootOf[$to] ?? null;
        if ([] !== $known && (null === $to || null !== $target)) {
            $this->give($known, $target ?? $this->freeId($known[0]));
        }
    }

    /** @return list<ProposedShoot> */
    public function shoots(Division $division): array
    {
        /** @var array<array-key, non-empty-list<TimedFrame>> $members */
        $members = $byKey = [];
        foreach ($this->frames as $frame) {
            $byKey[$frame->key()] = $frame;
            $members[$this->shootOf[$frame->key()]][] = $frame;
        }
        $shoots = [];
        foreach ($members as $id => $frames) {
            $shoots[] = $division->shoot($frames, (string) $id, $byKey[explode('.', (string) $id)[0]] ?? null);
        }

        return $shoots;
    }

    /** @return list<string> keys of a shoot's frames, in order of capture */
    private function framesOf(?string $shoot): array
    {
        $keys = [];
        foreach ($this->frames as $frame) {
            if ($this->shootOf[$frame->key()] === $shoot) {
                $keys[] = $frame->key();
            }
        }

        return $keys;
    }

    /** @param list<string> $frames */
    private function give(array $frames, string $shoot): void
    {
        foreach ($frames as $key) {
            $this->shootOf[$key] = $shoot;
        }
    }

    /** A name for a new shoot that begins at this frame, though another may have begun there before. */
    private function freeId(string $frame): string
    {
        $id = $frame;
        for ($again = 2; \in_array($id, $this->shootOf, true); ++$again) {
            $id = $frame.'.'.$again;
        }

        return $id;
    }
}
