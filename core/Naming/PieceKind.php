<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Naming;

/** What a name or a folder can be composed of. */
enum PieceKind: string
{
    case Taken = 'date taken';
    case Intake = 'date of intake';
    case Description = 'description';
    case Words = 'words';
    case Initials = 'initials';
    case Sequence = 'sequence';
    case FileNumber = 'camera file number';
    case WholeNumber = 'whole camera file number';

    /** Of the first frame of a shoot, whole. */
    case FirstNumber = 'first camera file number';
    case OriginalName = 'original name';
    case Body = 'body';
    case KindOfWork = 'kind of work';
    case CardFolders = 'card folders';
    case Job = 'job';
    case Event = 'event';
    case Place = 'place';

    /** Of what is held; of what comes in, its name on the card. */
    case NameNow = 'name it has';

    /** Whether it can stand in a file's name: the folders' own cannot. */
    public function fitsNames(): bool
    {
        return self::CardFolders !== $this && self::FirstNumber !== $this;
    }

    /** Whether it can stand in a folder's name: what differs from frame to frame cannot. */
    public function fitsFolders(): bool
    {
        return self::Sequence !== $this && self::FileNumber !== $this && self::WholeNumber !== $this && self::OriginalName !== $this && self::NameNow !== $this;
    }

    public function isDate(): bool
    {
        return self::Taken === $this || self::Intake === $this;
    }
}
