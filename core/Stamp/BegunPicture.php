<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Transfer\WrittenFile;

/** What came of a picture that was begun: read and stamped, or read and left to whoever writes the others, or why not. */
final readonly class BegunPicture
{
    /**
     * @param string|null $path      of what was read, absolute; null where there is nothing
     * @param bool        $isStamped whether the embedding's target stands
     * @param string|null $unread    why it could not be read from the card
     * @param string|null $refused   why it bears no stamp, told of the card's file
     * @param int         $reading   nanoseconds for which the card was waited for
     * @param int         $stamping  nanoseconds for all else
     */
    private function __construct(public ?string $path, public ?WrittenFile $read, public ?Embedding $embedding, public bool $isStamped, public ?string $unread, public ?string $refused, public int $reading = 0, public int $stamping = 0)
    {
    }

    public static function read(string $path, WrittenFile $read, Embedding $embedding, bool $isStamped): self
    {
        return new self($path, $read, $embedding, $isStamped, null, null);
    }

    public static function unread(string $because): self
    {
        return new self(null, null, null, false, $because, null);
    }

    public static function refused(string $because): self
    {
        return new self(null, null, null, false, null, $because);
    }

    public function within(int $reading, int $stamping): self
    {
        return new self($this->path, $this->read, $this->embedding, $this->isStamped, $this->unread, $this->refused, $reading, $stamping);
    }
}
