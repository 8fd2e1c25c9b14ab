<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** What sort of file stands on a card, told by its name as cameras and computers give them; a folder where its list is at fault. */
enum Kind: string
{
    case StillRaw = 'still raw';
    case StillRendered = 'still rendered';
    case Sidecar = 'sidecar';
    case VoiceNote = 'voice note';
    case MovingPicture = 'moving picture';
    case System = 'camera system file';
    case Folder = 'folder';
    case Unknown = 'unknown';

    private const BY_EXTENSION = [
        '3fr' => self::StillRaw, 'arw' => self::StillRaw, 'cr2' => self::StillRaw, 'cr3' => self::StillRaw, 'crw' => self::StillRaw,
        'dcr' => self::StillRaw, 'dng' => self::StillRaw, 'erf' => self::StillRaw, 'fff' => self::StillRaw, 'iiq' => self::StillRaw,
        'k25' => self::StillRaw, 'kdc' => self::StillRaw, 'mef' => self::StillRaw, 'mos' => self::StillRaw, 'mrw' => self::StillRaw,
        'nef' => self::StillRaw, 'nrw' => self::StillRaw, 'orf' => self::StillRaw, 'orw' => self::StillRaw, 'vrw' => self::StillRaw, 'pef' => self::StillRaw,
        'raf' => self::StillRaw, 'raw' => self::StillRaw, 'rw2' => self::StillRaw, 'rwl' => self::StillRaw, 'sr2' => self::StillRaw,
        'srf' => self::StillRaw, 'srw' => self::StillRaw, 'x3f' => self::StillRaw,
        'avif' => self::StillRendered, 'heic' => self::StillRendered, 'heif' => self::StillRendered, 'hif' => self::StillRendered,
        'jxl' => self::StillRendered, 'png' => self::StillRendered, 'webp' => self::StillRendered,
        'jpe' => self::StillRendered, 'jpeg' => self::StillRendered, 'jpg' => self::StillRendered, 'tif' => self::StillRendered, 'tiff' => self::StillRendered,
        'xmp' => self::Sidecar,
        'wav' => self::VoiceNote,
        '3gp' => self::MovingPicture, 'avi' => self::MovingPicture, 'braw' => self::MovingPicture, 'crm' => self::MovingPicture, 'm2ts' => self::MovingPicture,
        'mov' => self::MovingPicture, 'mp4' => self::MovingPicture, 'mpg' => self::MovingPicture, 'mts' => self::MovingPicture, 'mxf' => self::MovingPicture,
        'ctg' => self::System, 'dat' => self::System, 'db' => self::System, 'ind' => self::System, 'mrk' => self::System, 'odb' => self::System, 'thm' => self::System,
    ];

    /** Folders, by lower-case name, where computers keep their own books on a volume. */
    private const SYSTEM_FOLDERS = ['system volume information', '$recycle.bin', 'lost+found'];

    /** @param string $path from the card's root, '/' between names */
    public static function ofPath(string $path): self
    {
        foreach (explode('/', mb_strtolower($path)) as $name) {
            if (str_starts_with($name, '.') || \in_array($name, self::SYSTEM_FOLDERS, true)) {
                return self::System;
            }
        }

        return self::BY_EXTENSION[strtolower(pathinfo($path, \PATHINFO_EXTENSION))] ?? self::Unknown;
    }

    /** Whether it can be brought along with the stills, as it is. */
    public function isClip(): bool
    {
        return self::MovingPicture === $this || self::VoiceNote === $this;
    }

    public function isStill(): bool
    {
        return self::StillRaw === $this || self::StillRendered === $this;
    }

    /** Whether such a file goes where a still of the same name goes. */
    public function goesWithAStill(): bool
    {
        return self::Sidecar === $this || self::VoiceNote === $this;
    }
}
