<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Xmp;

/** The name of an XMP property: a namespace (ISO 16684-1 section 6.2; XMP Part 2; IPTC Photo Metadata Standard; PLUS 1.2.0; MWG 2.0) and a name in it. */
final readonly class XmpName
{
    public const RDF = 'http://www.w3.org/1999/02/22-rdf-syntax-ns#';

    /** Ours; nothing stands at that address, it only tells names apart. */
    public const VELVET = 'https://velvet-ledger.invalid/ns/1.0/';

    private const NAMESPACES = [
        'rdf' => self::RDF,
        'dc' => 'http://purl.org/dc/elements/1.1/',
        'xmp' => 'http://ns.adobe.com/xap/1.0/',
        'xmpRights' => 'http://ns.adobe.com/xap/1.0/rights/',
        'xmpMM' => 'http://ns.adobe.com/xap/1.0/mm/',
        'xmpNote' => 'http://ns.adobe.com/xmp/note/',
        'tiff' => 'http://ns.adobe.com/tiff/1.0/',
        'exif' => 'http://ns.adobe.com/exif/1.0/',
        'Iptc4xmpCore' => 'http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/',
        'Iptc4xmpExt' => 'http://iptc.org/std/Iptc4xmpExt/2008-02-29/',
        'plus' => 'http://ns.useplus.org/ldf/xmp/1.0/',
        'mwg-kw' => 'http://www.metadataworkinggroup.com/schemas/keywords/',
        'velvet' => self::VELVET,
    ];

    private function __construct(public string $prefix, public string $namespace, public string $local)
    {
    }

    /** @param string $name "dc:subject" */
    public static function of(string $name): self
    {
        [$prefix, $local] = explode(':', $name, 2);

        return new self($prefix, self::NAMESPACES[$prefix] ?? throw new \LogicException("No namespace is known as $prefix."), $local);
    }

    /** One whose namespace somebody else knows. */
    public static function in(string $prefix, string $namespace, string $local): self
    {
        return new self($prefix, $namespace, $local);
    }

    public function qualified(): string
    {
        return $this->prefix.':'.$this->local;
    }

    /** The same under another prefix. */
    public function prefixed(string $prefix): self
    {
        return new self($prefix, $this->namespace, $this->local);
    }

    public function sibling(string $local): self
    {
        return new self($this->prefix, $this->namespace, $local);
    }
}
