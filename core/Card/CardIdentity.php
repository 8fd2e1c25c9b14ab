<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/**
 * What a source is, apart from where it is mounted: the volume's UUID where the system tells it, else its label and what
 * the first still on it is. That still, and the last, say with which contents: a card that was formatted and filled again
 * begins with another file, while one that was put back into the camera for a few frames more goes on.
 */
final readonly class CardIdentity
{
    public const VOLUME = 'volume ';

    /**
     * @param string|null $uuid  of the volume
     * @param string      $label as it is mounted
     * @param string      $first path, size, time, camera and quick print of the first still by path; '' where there is none
     * @param string      $last  path, size and time of the last
     */
    private function __construct(public ?string $uuid, public string $label, public string $first, public string $last)
    {
    }

    /** @param string $within what tells the first still apart from another of its name, size and time: its camera, and the print of its bytes */
    public static function of(?string $uuid, string $label, CardListing $listing, string $within): self
    {
        $stills = $listing->stills();
        $first = $stills[0] ?? null;
        $last = $stills[\count($stills) - 1] ?? null;

        return new self($uuid, $label, null === $first ? '' : self::lineOf($first)."\t".strtr($within, "\t", ' '), null === $last ? '' : self::lineOf($last));
    }

    /** Names the card with its contents, in addresses and for what is said on its desk: 16 hexadecimal digits. */
    public function key(): string
    {
        return hash('xxh64', implode("\0", [$this->uuid ?? 'label '.$this->label, $this->first]));
    }

    /** The same of a card that is known by its name, as name() gives it. */
    public static function keyOf(string $name, string $label, string $first): string
    {
        return (new self(str_starts_with($name, self::VOLUME) ? substr($name, \strlen(self::VOLUME)) : null, $label, $first, ''))->key();
    }

    /** Names the card itself, whatever is on it: "volume 1A2B-3C4D", or by its contents where the system tells no UUID. */
    public function name(): string
    {
        return null === $this->uuid ? 'contents '.$this->key() : self::VOLUME.$this->uuid;
    }

    /** Whether a still that stood on the card, as first or last, is on it yet. */
    public static function holds(CardListing $listing, string $still): bool
    {
        $said = explode("\t", $still);
        foreach ($listing->files as $file) {
            if (self::lineOf($file) === implode("\t", \array_slice($said, 0, 3))) {
                return true;
            }
        }

        return false;
    }

    /** The same of the one file, asked of the file system: what can be asked often. */
    public static function stands(string $root, string $still): bool
    {
        [$path, $bytes, $modifiedAt] = [...explode("\t", $still), '', '', ''];
        $file = $root.'/'.PathText::toPath($path);
        clearstatcache(true, $file);
        $stat = '' === $path ? false : @lstat($file);

        return false !== $stat && (string) $stat['size'] === $bytes && (string) $stat['mtime'] === $modifiedAt;
    }

    private static function lineOf(CardFile $file): string
    {
        return strtr($file->text(), "\t", ' ')."\t".$file->bytes."\t".$file->modifiedAt;
    }
}
