<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

/**
 * What can be said of a picture's rights and occasion: fields of the IPTC Photo Metadata Standard, of Dublin Core and of PLUS 1.2.0, and where each stands in
 * XMP (IPTC Core and Extension), in IIM 4.2 and in Exif. docs/stamps.md has the same as a table.
 */
enum StampField: string
{
    case Creator = 'creator';
    case CreatorTitle = 'creatorTitle';
    case Notice = 'notice';
    case UsageTerms = 'usageTerms';
    case WebStatement = 'webStatement';
    case Licence = 'licence';
    case Publisher = 'publisher';
    case Status = 'status';
    case Address = 'address';
    case AddressCity = 'addressCity';
    case Region = 'region';
    case Postcode = 'postcode';
    case AddressCountry = 'addressCountry';
    case Mail = 'mail';
    case Phone = 'phone';
    case Web = 'web';
    case Credit = 'credit';
    case Source = 'source';
    case Instructions = 'instructions';
    case Job = 'job';
    case Event = 'event';
    case Location = 'location';
    case City = 'city';
    case Country = 'country';
    case Description = 'description';

    /** Whether a rights slip says it; the others are said of a shoot or of frames. */
    public function isOfSlip(): bool
    {
        return !\in_array($this, [self::Job, self::Event, self::Location, self::City, self::Country, self::Description], true);
    }

    /** As the interface and messages call it. */
    public function label(): string
    {
        return match ($this) {
            self::CreatorTitle => 'creator\'s title',
            self::Notice => 'copyright notice',
            self::UsageTerms => 'usage terms',
            self::WebStatement => 'web statement',
            self::Licence => 'open licence',
            self::Status => 'copyright status',
            self::AddressCity => 'city of the address',
            self::AddressCountry => 'country of the address',
            self::Job => 'job reference',
            self::Location => 'place',
            default => $this->value,
        };
    }

    public function form(): XmpForm
    {
        return match ($this) {
            self::Creator => XmpForm::People,
            self::Notice, self::UsageTerms, self::Event, self::Description => XmpForm::LocalText,
            self::Publisher => XmpForm::Houses,
            self::Status => XmpForm::Status,
            self::Address, self::AddressCity, self::Region, self::Postcode, self::AddressCountry, self::Mail, self::Phone, self::Web => XmpForm::Contact,
            default => XmpForm::Text,
        };
    }

    /** The property that holds it, those that IptcNames knows by "iptc:"; of the contact's fields, the field within Iptc4xmpCore:CreatorContactInfo. */
    public function property(): string
    {
        return match ($this) {
            self::Creator => 'dc:creator',
            self::CreatorTitle => 'iptc:AuthorsPosition',
            self::Notice => 'dc:rights',
            self::UsageTerms => 'xmpRights:UsageTerms',
            self::WebStatement => 'xmpRights:WebStatement',
            self::Licence => 'plus:TermsAndConditionsURL',
            self::Publisher => 'dc:publisher',
            self::Status => 'xmpRights:Marked',
            self::Address => 'Iptc4xmpCore:CiAdrExtadr',
            self::AddressCity => 'Iptc4xmpCore:CiAdrCity',
            self::Region => 'Iptc4xmpCore:CiAdrRegion',
            self::Postcode => 'Iptc4xmpCore:CiAdrPcode',
            self::AddressCountry => 'Iptc4xmpCore:CiAdrCtry',
            self::Mail => 'Iptc4xmpCore:CiEmailWork',
            self::Phone => 'Iptc4xmpCore:CiTelWork',
            self::Web => 'Iptc4xmpCore:CiUrlWork',
            self::Credit => 'iptc:Credit',
            self::Source => 'iptc:Source',
            self::Instructions => 'iptc:Instructions',
            self::Job => 'iptc:TransmissionReference',
            self::Event => 'Iptc4xmpExt:Event',
            self::Location => 'Iptc4xmpCore:Location',
            self::City => 'iptc:City',
            self::Country => 'iptc:Country',
            self::Description => 'dc:description',
        };
    }

    public function iim(): ?Iim
    {
        return match ($this) {
            self::Creator => new Iim('By-line', 32),
            self::CreatorTitle => new Iim('By-lineTitle', 32),
            self::Notice => new Iim('CopyrightNotice', 128),
            self::Credit => new Iim('Credit', 32),
            self::Source => new Iim('Source', 32),
            self::Instructions => new Iim('SpecialInstructions', 256),
            self::Job => new Iim('OriginalTransmissionReference', 32),
            self::Location => new Iim('Sub-location', 32),
            self::City => new Iim('City', 32),
            self::Country => new Iim('Country-PrimaryLocationName', 64),
            self::Description => new Iim('Caption-Abstract', 2000),
            default => null,
        };
    }

    /** The Exif tag that MWG keeps in step with it (CIPA DC-008 table 4). */
    public function exif(): ?string
    {
        return match ($this) {
            self::Creator => 'Artist',
            self::Notice => 'Copyright',
            self::Description => 'ImageDescription',
            default => null,
        };
    }
}
