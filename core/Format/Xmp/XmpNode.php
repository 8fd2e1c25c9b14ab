<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Xmp;

/** The forms that RDF/XML gives to a property (ISO 16684-1 section 7): lists, structures and simple values below an element. */
final class XmpNode
{
    /** @return list<\DOMElement> the items of the list that an element holds; none where it holds no list */
    public static function items(\DOMElement $element): array
    {
        foreach (self::children($element) as $child) {
            if (XmpName::RDF === $child->namespaceURI && \in_array($child->localName, ['Bag', 'Seq', 'Alt'], true)) {
                return array_values(array_filter(self::children($child), static fn (\DOMElement $item): bool => 'li' === $item->localName));
            }
        }

        return [];
    }

    /** The list of an element, made where there is none. */
    public static function bag(\DOMElement $element): \DOMElement
    {
        foreach (self::children($element) as $child) {
            if (XmpName::RDF === $child->namespaceURI && \in_array($child->localName, ['Bag', 'Seq', 'Alt'], true)) {
                return $child;
            }
        }
        $bag = self::document($element)->createElementNS(XmpName::RDF, 'rdf:Bag');
        $element->appendChild($bag);

        return $bag;
    }

    /** What holds the fields of a structure: the element itself (parseType "Resource") or the description in it; its fields as elements. */
    public static function structure(\DOMElement $element): \DOMElement
    {
        $inside = $element;
        foreach (self::children($element) as $child) {
            if (XmpName::RDF === $child->namespaceURI && 'Description' === $child->localName) {
                $inside = $child;
                break;
            }
        }
        if ($inside === $element) {
            $element->setAttributeNS(XmpName::RDF, 'rdf:parseType', 'Resource');
        }
        foreach (iterator_to_array($inside->attributes) as $attribute) {
            if (null !== $attribute->namespaceURI && XmpName::RDF !== $attribute->namespaceURI) {
                $field = self::document($inside)->createElementNS($attribute->namespaceURI, $attribute->nodeName);
                $field->appendChild(self::document($inside)->createTextNode($attribute->value));
                $inside->removeAttributeNode($attribute);
                $inside->appendChild($field);
            }
        }

        return $inside;
    }

    /** A simple value: text, an address given as resource, or one with qualifiers. */
    public static function value(\DOMElement $element): string
    {
        if ($element->hasAttributeNS(XmpName::RDF, 'resource')) {
            return $element->getAttributeNS(XmpName::RDF, 'resource');
        }
        $value = $element->getElementsByTagNameNS(XmpName::RDF, 'value')->item(0);

        return trim($value->textContent ?? $element->textContent);
    }

    /** A field's simple value, from an element or an attribute. */
    public static function field(\DOMElement $structure, XmpName $name): ?string
    {
        foreach ([$structure, ...self::children($structure)] as $holder) {
            if ($holder === $structure || 'Description' === $holder->localName) {
                $child = self::child($holder, $name);
                if (null !== $child) {
                    return self::value($child);
                }
                if ($holder->hasAttributeNS($name->namespace, $name->local)) {
                    return $holder->getAttributeNS($name->namespace, $name->local);
                }
            }
        }

        return null;
    }

    public static function child(\DOMElement $of, XmpName $name): ?\DOMElement
    {
        foreach (self::children($of) as $child) {
            if ($name->namespace === $child->namespaceURI && $name->local === $child->localName) {
                return $child;
            }
        }

        return null;
    }

    public static function append(\DOMElement $to, XmpName $name): \DOMElement
    {
        $child = self::document($to)->createElementNS($name->namespace, $name->qualified());
        $to->appendChild($child);

        return $child;
    }

    public static function removeChild(\DOMElement $of, XmpName $name): void
    {
        while (null !== $child = self::child($of, $name)) {
            $of->removeChild($child);
        }
    }

    /** Whether nothing is said in it: no element, and no attribute but RDF's own. */
    public static function isBare(\DOMElement $element): bool
    {
        foreach ($element->attributes as $attribute) {
            if (null !== $attribute->namespaceURI && XmpName::RDF !== $attribute->namespaceURI) {
                return false;
            }
        }

        return [] === self::children($element);
    }

    public static function first(\DOMElement $of): ?\DOMElement
    {
        for ($child = $of->firstChild; null !== $child; $child = $child->nextSibling) {
            if ($child instanceof \DOMElement) {
                return $child;
            }
        }

        return null;
    }

    /** @return list<\DOMElement> */
    public static function children(\DOMElement $of): array
    {
        $children = [];
        for ($child = $of->firstChild; null !== $child; $child = $child->nextSibling) {
            if ($child instanceof \DOMElement) {
                $children[] = $child;
            }
        }

        return $children;
    }

    private static function document(\DOMElement $of): \DOMDocument
    {
        return $of->ownerDocument ?? throw new \LogicException('An element stands in a document.');
    }
}
