<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Xmp;

use VelvetLedger\Core\Format\BrokenFile;

/** What an XMP packet (ISO 16684-1) says, as far as the ledger asks: rating, label, who made it, what it shows. */
final readonly class XmpPacket
{
    private function __construct(private ?XmpTree $tree)
    {
    }

    /** Damaged packets say nothing; external entities are never loaded. */
    public static function of(string $packet): self
    {
        try {
            return new self(XmpTree::parse($packet));
        } catch (BrokenFile) {
            return new self(null);
        }
    }

    /** xmp:Rating; -1 is rejected, 0 to 5 stars (XMP Part 1 section 8.4). */
    public function rating(): ?int
    {
        $found = $this->text('xmp:Rating');

        return null !== $found && is_numeric($found) && (float) $found >= -1 && (float) $found <= 5 ? (int) $found : null;
    }

    /** @param string $name "dc:description" */
    public function text(string $name): ?string
    {
        $text = $this->tree?->text(XmpName::of($name));

        return null === $text || '' === trim($text) ? null : trim($text);
    }

    /** @return list<string> */
    public function texts(string $name): array
    {
        return array_values(array_filter($this->tree?->texts(XmpName::of($name)) ?? [], static fn (string $text): bool => '' !== trim($text)));
    }

    /** @return list<list<string>> keywords: those with parents, then those that stand by themselves */
    public function keywords(): array
    {
        $paths = null === $this->tree ? [] : (new KeywordTree($this->tree))->paths();
        $known = array_fill_keys(array_merge(...$paths, ...[[]]), true);

        return [...$paths, ...array_map(static fn (string $word): array => [$word], array_values(array_filter($this->texts('dc:subject'), static fn (string $word): bool => !isset($known[$word]))))];
    }
}
