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
        '3fr' => self::StillRaw, 'ari' => self::StillRaw, 'arw' => self::StillRaw, 'cr2' => self::StillRaw, 'cr3' => self::StillRaw, 'crw' => self::StillRaw,
        'dcr' => self::StillRaw, 'dng' => self::StillRaw, 'eip' => self::StillRaw, 'erf' => self::StillRaw, 'fff' => self::StillRaw, 'gpr' => self::StillRaw, 'iiq' => self::StillRaw,
        'k25' => self::StillRaw, 'kdc' => self::StillRaw, 'mef' => self::StillRaw, 'mos' => self::StillRaw, 'mrw' => self::StillRaw,
        'nef' => self::StillRaw, 'nrw' => self::StillRaw, 'orf' => self::StillRaw, 'orw' => self::StillRaw, 'vrw' => self::StillRaw, 'pef' => self::StillRaw, 'ptx' => self::StillRaw,
        'raf' => self::StillRaw, 'raw' => self::StillRaw, 'rw2' => self::StillRaw, 'rwl' => self::StillRaw, 'rwz' => self::StillRaw, 'sr2' => self::StillRaw,
        'srf' => self::StillRaw, 'srw' => self::StillRaw, 'x3f' => self::StillRaw,
        'avif' => self::StillRendered, 'bmp' => self::StillRendered, 'gif' => self::StillRendered, 'heic' => self::StillRendered, 'heics' => self::StillRendered, 'heif' => self::StillRendered, 'hif' => self::StillRendered,
        'insp' => self::StillRendered, 'jfif' => self::StillRendered, 'jp2' => self::StillRendered, 'jxl' => self::StillRendered, 'mpo' => self::StillRendered, 'png' => self::StillRendered, 'psd' => self::StillRendered, 'webp' => self::StillRendered,
        'jpe' => self::StillRendered, 'jpeg' => self::StillRendered, 'jpg' => self::StillRendered, 'tif' => self::StillRendered, 'tiff' => self::StillRendered,
        'xmp' => self::Sidecar,
        'aac' => self::VoiceNote, 'flac' => self::VoiceNote, 'm4a' => self::VoiceNote, 'mp3' => self::VoiceNote, 'wav' => self::VoiceNote,
        '360' => self::MovingPicture, '3gp' => self::MovingPicture, 'avi' => self::MovingPicture, 'braw' => self::MovingPicture, 'crm' => self::MovingPicture, 'insv' => self::MovingPicture, 'm2t' => self::MovingPicture, 'm2ts' => self::MovingPicture,
        'm4v' => self::MovingPicture, 'mkv' => self::MovingPicture, 'mpeg' => self::MovingPicture, 'r3d' => self::MovingPicture, 'tod' => self::MovingPicture, 'wmv' => self::MovingPicture,
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
