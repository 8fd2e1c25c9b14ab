<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Xmp;

/** What early programs wrote in a packet so that strict readers refuse it, put right where it stands. */
final class EarlyRdf
{
    /** @param list<\DOMElement> $descriptions of the packet */
    public static function mend(\DOMDocument $document, array $descriptions): void
    {
        foreach ($descriptions as $description) { // RDF's attribute without its namespace
            if ($description->hasAttribute('about') && !$description->hasAttributeNS(XmpName::RDF, 'about')) {
                $description->setAttributeNS(XmpName::RDF, 'rdf:about', $description->getAttribute('about'));
                $description->removeAttribute('about');
            }
        }
        foreach (iterator_to_array($document->getElementsByTagNameNS(XmpName::RDF, 'li')) as $item) { // a text's language in RDF's namespace, in sidecars of ours
            if ($item->hasAttributeNS(XmpName::RDF, 'lang')) {
                $item->setAttributeNS(XmpTree::LANGUAGE, 'xml:lang', $item->getAttributeNS(XmpName::RDF, 'lang'));
                $item->removeAttributeNS(XmpName::RDF, 'lang');
            }
        }
    }
}
