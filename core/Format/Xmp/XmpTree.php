<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Xmp;

use VelvetLedger\Core\Format\BrokenFile;

/**
 * The properties of an XMP packet (ISO 16684-1), read and changed in place: what is not named stays as it was, whoever
 * wrote it, in namespaces known here or not.
 */
final class XmpTree
{
    public const LANGUAGE = 'http://www.w3.org/XML/1998/namespace';

    /** A packet leaves room for programs that write in place (XMP Part 3 section 1.1: 2 to 4 kB is usual). */
    private const PADDING = 2048;

    /** @var list<\DOMElement>|null see descriptions() */
    private ?array $descriptions = null;

    private function __construct(private readonly \DOMDocument $document, private readonly \DOMElement $rdf, private readonly XmpOutline $outline)
    {
    }

    /** A name as this packet writes it: some readers refuse two prefixes for one namespace. */
    public function named(XmpName $name): XmpName
    {
        $prefix = $this->outline->prefixes[$name->namespace] ?? '';

        return '' === $prefix ? $name : $name->prefixed($prefix);
    }

    public static function blank(): self
    {
        return self::parse('<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="'.XmpName::RDF.'"/></x:xmpmeta>');
    }

    /** Another packet that says the same. */
    public function copy(): self
    {
        $document = new \DOMDocument('1.0', 'UTF-8');
        $document->loadXML($this->xml(), \LIBXML_NONET); // a clone has xml:lang under another prefix
        $rdf = $document->getElementsByTagNameNS(XmpName::RDF, 'RDF')->item(0);

        return $rdf instanceof \DOMElement ? new self($document, $rdf, $this->outline) : self::blank();
    }

    /** @throws BrokenFile where it is not the XML and RDF that a packet must be */
    public static function parse(string $packet): self
    {
        $text = XmpText::inUtf8($packet);
        $outline = XmpOutline::of($text);
        $document = new \DOMDocument('1.0', 'UTF-8');
        $errors = libxml_use_internal_errors(true);
        $isXml = $document->loadXML($text, \LIBXML_NONET);
        libxml_clear_errors();
        libxml_use_internal_errors($errors);
        if (!$isXml || null !== $document->doctype) {
            throw BrokenFile::structure('XMP', 'it is not the XML that a packet must be');
        }
        $rdf = $document->getElementsByTagNameNS(XmpName::RDF, 'RDF')->item(0);

        if (!$rdf instanceof \DOMElement) {
            throw BrokenFile::structure('XMP', 'there is no rdf:RDF in it');
        }
        $tree = new self($document, $rdf, $outline);
        EarlyRdf::mend($document, $tree->descriptions());

        return $tree;
    }

    /** A simple value, the first of a list, or a text in the default language. */
    public function text(XmpName $name): ?string
    {
        foreach ($this->descriptions() as $description) {
            if ($description->hasAttributeNS($name->namespace, $name->local)) {
                return $description->getAttributeNS($name->namespace, $name->local);
            }
        }
        $element = $this->element($name);
        if (null === $element) {
            return null;
        }
        $items = XmpNode::items($element);
        foreach ($items as $item) {
            if ('x-default' === $item->getAttributeNS(self::LANGUAGE, 'lang')) {
                return trim($item->textContent);
            }
        }

        return [] === $items ? XmpNode::value($element) : trim($items[0]->textContent);
    }

    /** @return list<string> */
    public function texts(XmpName $name): array
    {
        $element = $this->element($name);
        if (null === $element) {
            $text = $this->text($name);

            return null === $text ? [] : [$text];
        }
        $items = XmpNode::items($element);

        if ([] === $items) {
            return '' === XmpNode::value($element) ? [] : [XmpNode::value($element)];
        }

        return array_map(static fn (\DOMElement $item): string => trim($item->textContent), $items);
    }

    public function setText(XmpName $name, string $text): void
    {
        $this->renew($name)->appendChild($this->document->createTextNode(XmpText::writable($text)));
    }

    /**
     * @param 'Bag'|'Seq'  $form
     * @param list<string> $texts
     */
    public function setTexts(XmpName $name, string $form, array $texts): void
    {
        $list = $this->rdf($form);
        foreach ($texts as $text) {
            $list->appendChild($this->rdf('li'))->appendChild($this->document->createTextNode(XmpText::writable($text)));
        }
        $this->renew($name)->appendChild($list);
    }

    /** The text in the default language; what stands there in others stays, and what was the default under its own name too is renewed there. */
    public function setLocalText(XmpName $name, string $text): void
    {
        $element = $this->element($name);
        $items = null === $element ? [] : XmpNode::items($element);
        $old = null;
        $list = $this->rdf('Alt');
        $default = $list->appendChild($this->rdf('li'));
        foreach ($items as $item) {
            $language = $item->getAttributeNS(self::LANGUAGE, 'lang');
            if ('x-default' === $language) {
                $old = trim($item->textContent);
            } elseif (trim($item->textContent) !== $old) {
                $list->appendChild($item);
            }
        }
        \assert($default instanceof \DOMElement);
        $default->setAttributeNS(self::LANGUAGE, 'xml:lang', 'x-default');
        $default->appendChild($this->document->createTextNode(XmpText::writable($text)));
        $this->renew($name)->appendChild($list);
    }

    /** @param array<string, string> $fields of a structure, local name => text; '' takes one away, others that stand there stay */
    public function setFields(XmpName $name, array $fields): void
    {
        $structure = XmpNode::structure($this->element($name) ?? $this->renew($name));
        foreach ($fields as $local => $text) {
            $field = $this->named($name)->sibling($local);
            XmpNode::removeChild($structure, $field);
            if ('' !== $text) {
                $structure->appendChild($this->document->createElementNS($field->namespace, $field->qualified()))->appendChild($this->document->createTextNode(XmpText::writable($text)));
            }
        }
        if (XmpNode::isBare($structure)) {
            $this->remove($name);
        }
    }

    public function remove(XmpName $name): void
    {
        foreach ($this->descriptions() as $description) {
            $description->removeAttributeNS($name->namespace, $name->local);
            XmpNode::removeChild($description, $name);
        }
    }

    /** The element of a property, an empty one where there is none yet. */
    public function elementOf(XmpName $name): \DOMElement
    {
        return $this->element($name) ?? $this->renew($name);
    }

    public function element(XmpName $name): ?\DOMElement
    {
        foreach ($this->descriptions() as $description) {
            $found = XmpNode::child($description, $name);
            if (null !== $found) {
                return $found;
            }
        }

        return null;
    }

    /** @return list<\DOMElement> of the packet, each with properties */
    public function descriptions(): array
    {
        return $this->descriptions ??= array_values(array_filter(XmpNode::children($this->rdf), static fn (\DOMElement $child): bool => XmpName::RDF === $child->namespaceURI && 'Description' === $child->localName));
    }

    /** Takes in the properties of another part of the same packet. */
    public function join(self $part): void
    {
        foreach ($part->descriptions() as $description) {
            $this->rdf->appendChild($this->document->importNode($description, true));
        }
        $this->descriptions = null;
    }

    /** The properties that take most room go to another part of the packet, until what stays is at most so long, in bytes. */
    public function moveLargestTo(self $part, int $most): void
    {
        $properties = $lengths = [];
        foreach ($this->descriptions() as $description) {
            foreach (XmpNode::children($description) as $property) {
                $properties[] = $property;
                $lengths[] = \strlen((string) $this->document->saveXML($property));
            }
        }
        arsort($lengths);
        $left = \strlen($this->packet(0));
        foreach ($lengths as $i => $length) {
            if ($left <= $most) {
                return;
            }
            $part->holder()->appendChild($part->document->importNode($properties[$i], true));
            $properties[$i]->parentNode?->removeChild($properties[$i]);
            $left -= $length;
        }
    }

    /** The XML alone, as extended XMP has it. */
    public function bare(): string
    {
        return $this->xml();
    }

    public function isEmpty(): bool
    {
        return [] === array_filter($this->descriptions(), static fn (\DOMElement $description): bool => !XmpNode::isBare($description));
    }

    /** As a file of its own. */
    public function sidecar(): string
    {
        return "<?xpacket begin=\"\u{FEFF}\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>\n".$this->xml()."\n<?xpacket end=\"w\"?>\n";
    }

    /** As it is put into another file, with room to grow. */
    public function packet(int $padding = self::PADDING): string
    {
        return "<?xpacket begin=\"\u{FEFF}\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>\n".$this->xml()."\n".str_repeat(str_repeat(' ', 63)."\n", intdiv($padding, 64)).'<?xpacket end="w"?>';
    }

    private function xml(): string
    {
        $root = $this->document->documentElement;

        return null === $root ? '' : (string) $this->document->saveXML($root);
    }

    private function rdf(string $local): \DOMElement
    {
        return $this->document->createElementNS(XmpName::RDF, 'rdf:'.$local);
    }

    /** The property with nothing in it, in the place of whatever stood under its name. */
    private function renew(XmpName $name): \DOMElement
    {
        $this->remove($name);

        return XmpNode::append($this->holder(), $this->named($name));
    }

    /** What new properties stand in. */
    private function holder(): \DOMElement
    {
        $description = $this->descriptions()[0] ?? null;
        if (null === $description) {
            $description = XmpNode::append($this->rdf, XmpName::of('rdf:Description'));
            $description->setAttributeNS(XmpName::RDF, 'rdf:about', '');
            $this->descriptions = null;
        }

        return $description;
    }
}
