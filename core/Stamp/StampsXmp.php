<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Format\Xmp\KeywordTree;
use VelvetLedger\Core\Format\Xmp\XmpName;
use VelvetLedger\Core\Format\Xmp\XmpTree;

/**
 * Writes a stamp into the properties of a packet. What the camera or another program wrote stays: our texts stand in the
 * place of theirs only where we say something, keywords are added to theirs, and only what we wrote earlier is taken back.
 */
final class StampsXmp
{
    private const CONTACT = 'Iptc4xmpCore:CreatorContactInfo';
    private const IPTC = 'iptc:';

    /** @var array{string, XmpTree, Written}|null a stamp but for its origin, and what it becomes where nothing stood: frame by frame only the origin differs */
    private ?array $last = null;

    public function __construct(private readonly IptcNames $iptc)
    {
    }

    /**
     * A packet of its own.
     *
     * @param RecordsPresent|null $inside see into()
     *
     * @return array{XmpTree, Written} the packet, and what of it is ours
     */
    public function alone(Stamp $stamp, ?RecordsPresent $inside = null): array
    {
        $same = new Stamp($stamp->texts, $stamp->keywords, $stamp->style, $stamp->rating, $stamp->label, null, $stamp->orientation);
        $key = null === $stamp->orientation ? serialize($same) : ''; // what it was turned from is each picture's own
        [$of, $tree, $written] = $this->last ?? ['', null, null];
        if ('' === $key || $key !== $of || null === $tree || null === $written) {
            $tree = XmpTree::blank();
            $written = $this->into($tree, $same, new Written(), $inside);
            $this->last = [$key, $tree, $written];
        }
        $tree = $tree->copy();
        if (null !== $stamp->origin) {
            $this->origin($tree, $stamp->origin);
        }

        return [$tree, $written];
    }

    /**
     * @param RecordsPresent|null $inside the older records of the picture that it stands in; null of a sidecar
     *
     * @return Written what of it is ours: a word that stood there by another's hand is not, and is never taken back
     */
    public function into(XmpTree $tree, Stamp $stamp, Written $before, ?RecordsPresent $inside = null): Written
    {
        $theirs = array_diff($tree->texts(XmpName::of('dc:subject')), $before->words);
        $contact = [];
        foreach (StampField::cases() as $field) {
            $text = $stamp->texts->get($field);
            if ('' === $text && !isset($before->texts[$field->value])) {
                continue;
            }
            $name = $this->name($field->property());
            if (XmpForm::Contact === $field->form()) {
                $contact[$name->local] = $text;
            } elseif ('' === $text) {
                $tree->remove($name);
            } else {
                match ($field->form()) {
                    XmpForm::People => $tree->setTexts($name, 'Seq', StampTexts::people($field, $text)),
                    XmpForm::Houses => $tree->setTexts($name, 'Bag', StampTexts::people($field, $text)),
                    XmpForm::LocalText => $tree->setLocalText($name, $text),
                    XmpForm::Status => $tree->setText($name, StampTexts::STATUSES[0] === $text ? 'True' : 'False'),
                    default => $tree->setText($name, $text),
                };
            }
        }
        if ([] !== $contact) {
            $tree->setFields(XmpName::of(self::CONTACT), $contact);
        }
        self::keywords($tree, $stamp, $before);
        self::judgement($tree, XmpName::of('xmp:Rating'), null === $stamp->rating ? null : (string) $stamp->rating, $before->rating);
        self::judgement($tree, XmpName::of('xmp:Label'), $stamp->label, $before->label);
        if (null !== $stamp->origin) {
            $this->origin($tree, $stamp->origin);
        }

        return $stamp->asWritten()->without($theirs)->turnedFrom(self::orientation($tree, $stamp, $before, $inside));
    }

    /**
     * Exif has the word of a picture; what its packet says of it is kept in step (MWG Guidelines 2.0, 5.2). Beside a raw the
     * sidecar alone says it.
     *
     * @return int|null see Written
     */
    private static function orientation(XmpTree $tree, Stamp $stamp, Written $before, ?RecordsPresent $inside): ?int
    {
        $to = $stamp->orientation ?? $before->turnedFrom;
        if (null === $to) {
            return null;
        }
        $name = XmpName::of('tiff:Orientation');
        $stands = $tree->text($name);
        if (null === $inside || null !== $stands) {
            0 === $to ? $tree->remove($name) : $tree->setText($name, (string) $to);
        }

        return null === $stamp->orientation ? null : $before->turnedFrom ?? (null === $inside ? (int) ($stands ?? 0) : $inside->orientation ?? 0);
    }

    private static function keywords(XmpTree $tree, Stamp $stamp, Written $before): void
    {
        $subject = XmpName::of('dc:subject');
        $words = $stamp->words();
        $kept = array_diff($tree->texts($subject), $before->words);
        $all = array_values(array_unique([...$kept, ...$words]));
        if ([] === $all) {
            $tree->remove($subject);
        } elseif ($all !== $tree->texts($subject)) {
            $tree->setTexts($subject, 'Bag', $all);
        }
        $hierarchy = new KeywordTree($tree);
        $paths = $stamp->paths();
        foreach ($before->paths as $path) {
            if (!\in_array($path, $paths, true)) {
                $hierarchy->remove($path);
            }
        }
        foreach ($stamp->keywords as $keyword) {
            $hierarchy->add($keyword->path, $keyword->applied($stamp->style->parents));
        }
    }

    private static function judgement(XmpTree $tree, XmpName $name, ?string $text, bool $wasOurs): void
    {
        if (null !== $text) {
            $tree->setText($name, $text);
        } elseif ($wasOurs) {
            $tree->remove($name);
        }
    }

    /** Where a frame came from. */
    private function origin(XmpTree $tree, Origin $origin): void
    {
        $tree->setText(XmpName::of('xmpMM:PreservedFileName'), $origin->name);
        $tree->setText(XmpName::of('velvet:Intake'), $origin->intake);
        $tree->setText(XmpName::of('velvet:Shoot'), $origin->shoot);
        if (null === $origin->takenAt && !self::saysTime($tree)) {
            return; // the time that stands there, if any, is not ours
        }
        foreach (['velvet:CameraTime' => null === $origin->takenAt ? null : $origin->cameraTime, 'velvet:ClockCorrection' => null === $origin->takenAt ? null : (string) $origin->correction, 'iptc:DateCreated' => $origin->takenAt, 'exif:DateTimeOriginal' => $origin->takenAt] as $name => $text) {
            null === $text ? $tree->remove($this->name($name)) : $tree->setText($this->name($name), $text);
        }
    }

    /** Whether a time that was put right by us stands in it. */
    public static function saysTime(XmpTree $tree): bool
    {
        return null !== $tree->text(XmpName::of('velvet:ClockCorrection'));
    }

    private function name(string $property): XmpName
    {
        return str_starts_with($property, self::IPTC) ? $this->iptc->of(substr($property, \strlen(self::IPTC))) : XmpName::of($property);
    }
}
