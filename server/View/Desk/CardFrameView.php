<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Desk;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Held\HeldAs;
use VelvetLedger\Core\Held\Holdings;
use VelvetLedger\Core\Held\PromisedBy;
use VelvetLedger\Core\Held\Twin;
use VelvetLedger\Core\Shoot\Body;
use VelvetLedger\Server\View\Cards\FactsView;

/** A frame on a card: its files, when it was taken, what was recorded, and what is wrong with it. */
final readonly class CardFrameView
{
    public string $key;
    public string $name;
    public string $date;
    public string $takenAt;
    public bool $datedByFile;

    /** Names the camera body as clocks do; null where the camera gave no model. */
    public ?string $body;

    public int $bytes;

    /** The file that its picture is made of, from the root of its card; null where it is unreadable. */
    public ?string $picture;

    public bool $unreadable;
    /** What there is of it where it was cut off: "20 kB of a picture that says more". */
    public ?string $incomplete;
    /** A card in a reader that has it whole, where it is unreadable or cut off here. */
    public ?string $wholeOn;
    public ?string $caution;

    /** @var list<string> names of its files */
    public array $files;

    public ?FactsView $facts;

    /** Changes when the picture does, for addresses that may be kept. */
    public string $version;

    /** Held already, as a whole: its name at the store and since when. */
    public ?HeldAs $held;

    /** That it was held, and let go for good, in words. */
    public ?string $letGo;

    /** The name of the frame that is held in part, which it joins. */
    public ?string $joins;

    /** Held before with other bytes: the photographer decides. */
    public ?HeldAs $sameExposure;

    public ?Twin $twin;

    /** An intake under way that will bring in what is not held of it. */
    public ?PromisedBy $promised;

    /** Whether an order left a part of it on the card when the rest came in. */
    public bool $leftByOrder;
    /** Whether it stays on the card unless it is marked. */
    public bool $unmarked;
    public bool $isNew;

    /** @param string $card that its picture is on */
    public function __construct(ReadFrame $frame, Holdings $holdings, public string $card)
    {
        $this->held = $holdings->frameHeldAs($frame->frame);
        $this->letGo = $holdings->letGoAs($frame->frame->lead())?->inWords();
        $this->joins = $holdings->partlyHeldAs($frame->frame)?->stem;
        $this->sameExposure = $holdings->sameExposureAs($frame->frame);
        $this->twin = $holdings->twinOf($frame->frame);
        $this->promised = $holdings->framePromisedBy($frame->frame);
        $this->unmarked = $holdings->isUnmarked($frame->frame);
        $this->isNew = $holdings->isNew($frame);
        $this->leftByOrder = [] !== array_filter($frame->frame->files, static fn (CardFile $file): bool => null !== $holdings->leftOutBefore($file, $frame->frame));
        $lead = $frame->frame->lead();
        $this->key = $frame->frame->key;
        $this->name = PathText::of($lead->name());
        $this->takenAt = $frame->takenAt()->local;
        $this->date = $frame->takenAt()->date();
        $this->datedByFile = $frame->isDatedByFile();
        $this->body = Body::of($frame->facts)?->name();
        $this->bytes = $frame->frame->bytes();
        $this->picture = $frame->isUnreadable() ? null : ([] === ($frame->facts->previews ?? []) ? $lead->text() : $frame->factsFrom?->text());
        $this->unreadable = $frame->isUnreadable();
        $this->incomplete = array_values($frame->incomplete)[0] ?? null;
        $this->wholeOn = $frame->wholeOn;
        $reasons = array_values($frame->unreadable);
        $twin = array_values($frame->twins)[0] ?? null;
        $this->caution = $reasons[0] ?? (null === $twin ? $frame->caution : 'it cannot be read here, and is taken from its twin on '.$twin);
        $this->files = array_map(static fn (CardFile $file): string => PathText::of($file->name()), $frame->frame->files);
        $this->facts = null === $frame->facts ? null : new FactsView($frame->facts);
        $this->version = base_convert((string) $lead->modifiedAt, 10, 36).base_convert((string) $lead->bytes, 10, 36);
    }
}
