<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\Picture\CodedPicture;

/**
 * What came to a file that is not as the ledger has it, told by its coded pictures: only what is said of the picture may be
 * merged with ours. Damage keeps a file's length, or leaves no whole picture; a program that saves a picture anew does neither
 * (a rule of thumb, no published source): both are another picture, and neither is ever copied over a good one.
 */
enum PictureChange: string
{
    case OnlyWhatIsSaid = 'said';
    case Damage = 'damage';
    case Edit = 'edit';

    /** Nothing is at hand that tells which picture it was. */
    case Unknown = 'unknown';

    /** Of a copy that is not as the ledger has it, why. */
    public function inShort(): string
    {
        return match ($this) {
            self::OnlyWhatIsSaid => 'another program changed what is said in it',
            self::Damage => 'its picture is damaged',
            self::Edit => 'another program edited its picture',
            self::Unknown => 'it was changed, and there is no good copy to tell how',
        };
    }

    /**
     * @param string      $path    of the file as it is now
     * @param int         $bytes   that it had
     * @param string|null $picture digest of its coded pictures as it was; null where nobody knows it
     */
    public static function of(string $path, int $bytes, ?string $picture): self
    {
        if (null === $picture) {
            return self::Unknown;
        }
        try {
            $now = CodedPicture::ofFile($path);
        } catch (BrokenFile|CouldNotRead) {
            return self::Damage;
        }
        clearstatcache(true, $path);

        return match (true) {
            $now === $picture => self::OnlyWhatIsSaid,
            filesize($path) === $bytes => self::Damage,
            default => self::Edit,
        };
    }
}
