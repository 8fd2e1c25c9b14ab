<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Held\HeldFrame;
use VelvetLedger\Core\Naming\Beside;
use VelvetLedger\Core\Naming\NameSource;
use VelvetLedger\Core\Naming\Scope;
use VelvetLedger\Core\Order\Clips;
use VelvetLedger\Core\Order\Destination;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Shoot\ProposedShoot;
use VelvetLedger\Core\Shoot\TimedFrame;
use VelvetLedger\Core\Stamp\StampField;

/** A shoot on its way into a plan: what is wished of it, and which of its frames come. */
final readonly class ShootDraft
{
    public string $date;
    public string $description;
    public StandingOrder $order;
    public Destination $destination;

    /**
     * @param list<TimedFrame>            $coming     of which any file is brought in under a new name
     * @param array<string, PlanLine>     $staying    id of a file => its line, for the files that stay
     * @param array<array-key, HeldFrame> $joining    frame key => the held frame that what comes of it joins
     * @param bool                        $isProposed whether the shoot that it joins is proposed by its neighbours
     */
    public function __construct(public ProposedShoot $shoot, public ShootWish $wish, StandingOrder $order, public CapturedAt $now, public array $coming, public array $staying, public array $joining = [], public bool $isProposed = false)
    {
        $this->date = $wish->into->date ?? $shoot->date;
        $said = trim(preg_replace('/\s+/u', ' ', mb_scrub($wish->description, 'UTF-8')) ?? '');
        $this->description = $wish->into->description ?? $said;
        $this->order = $wish->order ?? $order;
        $this->destination = $wish->destination ?? $this->order->destination;
    }

    /** The shoot's own folder, as it was wished. */
    public function folder(): string
    {
        return $this->wish->into->folder ?? $this->base($this->shoot->frames[0]);
    }

    /** Where one of its frames goes, as it was wished: by body or card folder, frames of one shoot can lie apart. */
    public function folderOf(TimedFrame $frame): string
    {
        if ($frame->read->isClip() && Clips::InSubfolder === $this->order->bring->clips) {
            return self::path($this->wish->into->folder ?? $this->base($frame), Clips::SUBFOLDER);
        }

        return $this->wish->into->framesFolder ?? self::path($this->base($frame), $this->order->subfolders->framesInto);
    }

    public function source(TimedFrame $frame): NameSource
    {
        return $this->sourceAt($frame, $frame->at);
    }

    /** Frames that are numbered together have the same scope. */
    public function scope(): string
    {
        return match ($this->order->names->sequence?->scope) {
            Scope::RunningOn => 'running',
            Scope::Day => 'day '.$this->date,
            default => 'shoot '.$this->folder()."\n".$this->date."\n".$this->description,
        };
    }

    public static function path(string ...$parts): string
    {
        return implode('/', array_filter($parts, static fn (string $part): bool => '' !== $part));
    }

    private function base(TimedFrame $frame): string
    {
        if (null !== $this->wish->folder) {
            return $this->wish->folder;
        }
        // The shoot's day, not the frame's: what was taken after midnight lies with the evening.
        $first = $this->shoot->frames[0]->at;
        $day = CapturedAt::fromText($this->date.substr($first->local, 10)) ?? $first;

        return self::path($this->destination->folder, $this->order->folders->folder($this->sourceAt($frame, $day)));
    }

    private function sourceAt(TimedFrame $frame, CapturedAt $taken): NameSource
    {
        return new NameSource(
            $taken,
            $this->now,
            $this->description,
            mb_scrub($frame->read->frame->stem, 'UTF-8'),
            $frame->read->facts->gear->model ?? '',
            mb_scrub($frame->read->frame->lead()->folder(), 'UTF-8'),
            $this->destination->kindOfWork,
            new Beside(mb_scrub($this->shoot->frames[0]->read->frame->stem, 'UTF-8'), '', $this->wish->texts?->get(StampField::Job) ?? '', $this->wish->texts?->get(StampField::Event) ?? '', $this->wish->texts?->get(StampField::Location) ?? ''),
        );
    }
}
