<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Placing;

use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Names;

/** What of all that other programs put into a shoot's folder is kept wherever the shoot is: all, what lies in some of its subfolders, or nothing. */
final readonly class BesideWanted
{
    private const ALL = 'all';
    private const NOTHING = 'nothing';
    private const MOST_DAYS = 3650;

    /**
     * @param list<string>|null $subfolders of the shoot's folder, '/' between names; null for all of it
     * @param int               $days       that the state before stays beside a mirror's copy when a file is changed
     */
    private function __construct(public ?array $subfolders, public int $days)
    {
    }

    public static function all(int $days = 30): self
    {
        return new self(null, $days);
    }

    public static function nothing(): self
    {
        return new self([], 30);
    }

    /**
     * As it stands in a rule: "all", "nothing" or a list of subfolders.
     *
     * @throws BadDocument
     */
    public static function read(mixed $document, int $days, string $pointer = ''): self
    {
        if ($days < 0 || $days > self::MOST_DAYS) {
            throw BadDocument::at("$pointer/days", 'must be 0 to '.self::MOST_DAYS);
        }
        if (self::ALL === $document) {
            return self::all($days);
        }
        if (self::NOTHING === $document) {
            return new self([], $days);
        }
        if (!\is_array($document) || !array_is_list($document)) {
            throw BadDocument::at($pointer, 'must be "all", "nothing" or a list of subfolders');
        }
        $folders = [];
        foreach ($document as $i => $folder) {
            $folders[] = \is_string($folder) && '' !== trim($folder, '/ ') && mb_strlen($folder) <= 200 && !str_contains("/$folder/", '/../') ? trim($folder, '/ ') : throw BadDocument::at("$pointer/$i", 'must be a subfolder of a shoot');
        }

        return new self([] === $folders ? [] : $folders, $days);
    }

    /** @return list<string>|string as read() has it */
    public function document(): array|string
    {
        return match ($this->subfolders) {
            null => self::ALL,
            [] => self::NOTHING,
            default => $this->subfolders,
        };
    }

    public function isNothing(): bool
    {
        return [] === $this->subfolders;
    }

    /** @param string $path from the shoot's folder */
    public function takes(string $path): bool
    {
        foreach ($this->subfolders ?? [''] as $folder) {
            if ('' === $folder || str_starts_with(mb_strtolower($path), mb_strtolower($folder).'/')) {
                return true;
            }
        }

        return false;
    }

    /** "what else lies in their folders goes along; what is changed stays for 30 days as it was". */
    public function inWords(): string
    {
        $days = 0 === $this->days ? '' : '; changed, it stays as it was for '.Count::of($this->days, 'day');

        return match ($this->subfolders) {
            null => "What else lies in its folder is kept with it$days.",
            [] => 'What else lies in its folder is left to itself.',
            default => 'What lies in '.Names::of($this->subfolders)." of its folder is kept with it$days.",
        };
    }
}
