<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

/** How a copy was found when it was looked at: by reading it, or by its not being there. */
final readonly class Finding
{
    /**
     * @param string|null $path         where it was looked at, from the store's root: of a copy that lies elsewhere by now it says nothing; null where that does not matter
     * @param bool        $whileItMoves whether whoever moves it says so; anybody else who misses it then is too early, or too late
     */
    private function __construct(public int $copy, public CopyState $state, public ?string $checksum, public ?string $because, public \DateTimeImmutable $at, public ?string $path = null, public bool $whileItMoves = false)
    {
    }

    public static function proven(int $copy, string $checksum): self
    {
        return new self($copy, CopyState::Proven, $checksum, null, new \DateTimeImmutable());
    }

    /** @param string|null $checksum what was read, where it could be */
    public static function differs(int $copy, ?string $checksum, string $because): self
    {
        return new self($copy, CopyState::Differs, $checksum, $because, new \DateTimeImmutable());
    }

    public static function missing(int $copy): self
    {
        return new self($copy, CopyState::Missing, null, 'it is not there any more', new \DateTimeImmutable());
    }

    public static function owed(int $copy, string $because): self
    {
        return new self($copy, CopyState::Owed, null, $because, new \DateTimeImmutable());
    }

    public function atPath(string $path): self
    {
        return new self($this->copy, $this->state, $this->checksum, $this->because, $this->at, $path, $this->whileItMoves);
    }

    public function whileItMoves(): self
    {
        return new self($this->copy, $this->state, $this->checksum, $this->because, $this->at, $this->path, true);
    }
}
