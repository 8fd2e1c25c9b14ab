<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Xmp;

/** What an XMP packet (ISO 16684-1) says, as far as the ledger asks: the rating. */
final readonly class XmpPacket
{
    /** How a packet is announced in a JPEG's APP1 segment (XMP Part 3 section 1.1.3). */
    public const JPEG_SIGNATURE = "http://ns.adobe.com/xap/1.0/\0";

    private const NAMESPACE = 'http://ns.adobe.com/xap/1.0/';

    private function __construct(private ?\DOMDocument $document)
    {
    }

    /** Damaged packets say nothing; external entities are never loaded. */
    public static function of(string $packet): self
    {
        $start = strpos($packet, '<');
        $document = new \DOMDocument();
        $known = false !== $start && !str_contains($packet, '<!') && @$document->loadXML(rtrim(substr($packet, $start), "\0 \n\r\t"), \LIBXML_NONET | \LIBXML_NOERROR | \LIBXML_NOWARNING);

        return new self($known ? $document : null);
    }

    /** xmp:Rating, as attribute or element; -1 is rejected, 0 to 5 stars (XMP Part 1 section 8.4). */
    public function rating(): ?int
    {
        if (null === $this->document) {
            return null;
        }
        $found = $this->document->getElementsByTagNameNS(self::NAMESPACE, 'Rating')->item(0)->textContent ?? null;
        foreach ($this->document->getElementsByTagNameNS('http://www.w3.org/1999/02/22-rdf-syntax-ns#', 'Description') as $description) {
            $found ??= $description->hasAttributeNS(self::NAMESPACE, 'Rating') ? $description->getAttributeNS(self::NAMESPACE, 'Rating') : null;
        }

        return null !== $found && is_numeric($found) && (float) $found >= -1 && (float) $found <= 5 ? (int) $found : null;
    }
}
