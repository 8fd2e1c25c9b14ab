<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** What sort of file stands on a card, told by its name as cameras and computers give them, or by how it begins (Signature); a folder where its list is at fault. */
enum Kind: string
{
    case StillRaw = 'still raw';
    case StillRendered = 'still rendered';
    case Sidecar = 'sidecar';
    case VoiceNote = 'voice note';
    case MovingPicture = 'moving picture';
    /** Written by the camera beside a clip, and made from it or for it: a proxy, a flight track, a thumbnail, its record. */
    case BesideClip = 'beside a clip';
    /** A still or a clip in a folder that hides: what a computer deleted, or keeps of its own. */
    case Hidden = 'hidden picture';
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
        'aae' => self::Sidecar, 'xmp' => self::Sidecar,
        'lrf' => self::BesideClip, 'lrv' => self::BesideClip, 'srt' => self::BesideClip, 'thm' => self::BesideClip, 'xml' => self::BesideClip,
        'aac' => self::VoiceNote, 'flac' => self::VoiceNote, 'm4a' => self::VoiceNote, 'mp3' => self::VoiceNote, 'wav' => self::VoiceNote,
        '360' => self::MovingPicture, '3gp' => self::MovingPicture, 'avi' => self::MovingPicture, 'braw' => self::MovingPicture, 'crm' => self::MovingPicture, 'insv' => self::MovingPicture, 'm2t' => self::MovingPicture, 'm2ts' => self::MovingPicture,
        'm4v' => self::MovingPicture, 'mkv' => self::MovingPicture, 'mpeg' => self::MovingPicture, 'r3d' => self::MovingPicture, 'tod' => self::MovingPicture, 'wmv' => self::MovingPicture,
        'mov' => self::MovingPicture, 'mp4' => self::MovingPicture, 'mpg' => self::MovingPicture, 'mts' => self::MovingPicture, 'mxf' => self::MovingPicture,
        'bdm' => self::System, 'bnp' => self::System, 'bup' => self::System, 'cpi' => self::System, 'ctg' => self::System, 'dat' => self::System, 'db' => self::System, 'idx' => self::System,
        'ind' => self::System, 'inp' => self::System, 'int' => self::System, 'log' => self::System, 'mif' => self::System, 'mpl' => self::System, 'mrk' => self::System, 'odb' => self::System,
        'ppn' => self::System, 'sav' => self::System, 'tdt' => self::System, 'tid' => self::System,
    ];

    /** Folders, by lower-case name, where computers keep their own books on a volume. */
    private const SYSTEM_FOLDERS = ['system volume information', '$recycle.bin'];

    /** @param string $path from the card's root, '/' between names */
    public static function ofPath(string $path): self
    {
        $kind = self::BY_EXTENSION[strtolower(pathinfo($path, \PATHINFO_EXTENSION))] ?? self::Unknown;
        if (str_starts_with(basename($path), '._')) {
            return self::System; // what a Mac has to say of the file of that name: AppleDouble (RFC 1740, appendix B)
        }

        return match (true) {
            !self::isOfAComputer($path) => $kind,
            $kind->isStill(), $kind->isClip() => self::Hidden,
            default => self::System,
        };
    }

    /** Whether it stands where computers keep their own books on a volume, or what they threw away. */
    public static function isOfAComputer(string $path): bool
    {
        foreach (explode('/', mb_strtolower($path)) as $name) {
            if (str_starts_with($name, '.') || \in_array($name, self::SYSTEM_FOLDERS, true)) {
                return true;
            }
        }

        return false;
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
        return self::Sidecar === $this || self::VoiceNote === $this || self::BesideClip === $this;
    }

    /** Whether it is a loss of its own; what the camera wrote for itself, or made from a clip, is none. */
    public function isMissed(): bool
    {
        return self::System !== $this && self::Folder !== $this && self::BesideClip !== $this;
    }
}
