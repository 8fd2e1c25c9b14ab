<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A file could not be copied and proven. Nothing stands under its final name; the source was not touched. */
final class CouldNotCopy extends \RuntimeException implements CouldNot
{
    use Said;

    private bool $ofSource = false;
    private ?string $readInstead = null;

    public static function sourceNotOpened(string $source, string $reason): self
    {
        return self::ofSource(new self(\sprintf('%s could not be opened on the card: %s.', basename($source), $reason), $source, $reason));
    }

    public static function sourceBroke(string $source, int $at, string $reason): self
    {
        return self::ofSource(new self(\sprintf('%s could not be read past byte %d: %s.', basename($source), $at, $reason), $source, $reason));
    }

    public static function sourceChanged(string $source, string $how): self
    {
        return new self(\sprintf('%s is not as it was when it was promised: %s. It was not copied.', basename($source), $how), $source, $how);
    }

    public static function twinIsAnother(string $path, string $card): self
    {
        $how = \sprintf('what can be read of it here is not what stands in its place on %s', $card);

        return new self(\sprintf('%s cannot be read to its end, and %s. It was not copied.', basename($path), $how), $path, $how);
    }

    public static function twinIsGone(string $path, string $card): self
    {
        $how = \sprintf('it cannot be read here, and the card %s, from which it was to be taken, is not in a reader', $card);

        return new self(\sprintf('%s was not copied: %s. Put that card in as well, and bring this one in again.', basename($path), $how), $path, $how);
    }

    public static function folderNotMade(string $folder, string $reason): self
    {
        return new self(\sprintf('The folder %s could not be made: %s.', $folder, $reason), $folder, $reason);
    }

    public static function notWritten(string $path, int $at, string $reason): self
    {
        return new self(\sprintf('%s could not be written past byte %d: %s.', $path, $at, $reason), $path, $reason);
    }

    public static function notReadBack(string $path, string $reason): self
    {
        return new self(\sprintf('%s was written, but could not be read back: %s. Do not trust this drive before it is checked.', $path, $reason), $path, $reason);
    }

    public static function readBackDiffers(string $path, string $written, string $read): self
    {
        return new self(\sprintf('What was read back from %s is not what was written (XXH128 %s, written %s): do not trust this drive.', $path, $read, $written), $path);
    }

    public static function readsTwoWays(string $source, string $first, ReadBack $second): self
    {
        return new self(\sprintf('%s was read twice from the card, and not the same: %s. Try another reader or cable; nothing of it was kept.', basename($source), null === $second->checksum ? $second->reason : \sprintf('XXH128 %s, then %s', $first, $second->checksum)), $source, 'the card reads two ways');
    }

    /** @param string $copy absolute path of the copy that it was to be made from */
    public static function copyDiffers(string $copy, string $expected, string $read): self
    {
        return self::differing(new self(\sprintf('%s is not what the ledger has of it (XXH128 %s, in the ledger %s): nothing was copied from it.', $copy, $read, $expected), $copy, 'its bytes are others'), $read);
    }

    /** The checksum that was read where the ledger has another. */
    public function readInstead(): ?string
    {
        return $this->readInstead;
    }

    private static function differing(self $failure, string $read): self
    {
        $failure->readInstead = $read;

        return $failure;
    }

    private static function ofSource(self $failure): self
    {
        $failure->ofSource = true;

        return $failure;
    }

    /** Whether it was the source's medium that failed. */
    public function isOfSource(): bool
    {
        return $this->ofSource;
    }

    public function kind(): FailureKind
    {
        return FailureKind::Unreadable;
    }
}
