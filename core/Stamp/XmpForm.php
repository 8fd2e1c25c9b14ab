<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

/** What sort of value an XMP property has (ISO 16684-1 section 8.2; IPTC Photo Metadata Standard). */
enum XmpForm
{
    case Text;
    /** An ordered list; in one text their names are parted by "; " (MWG 2.0). */
    case People;
    /** A list without an order, in one text as People. */
    case Houses;
    /** A language alternative, of which the default is written. */
    case LocalText;
    /** A field of Iptc4xmpCore:CreatorContactInfo. */
    case Contact;
    /** xmpRights:Marked: true for copyrighted, false for public domain. */
    case Status;
}
