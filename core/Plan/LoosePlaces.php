<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Held\Holdings;
use VelvetLedger\Core\Naming\PortableText;
use VelvetLedger\Core\Order\Companions;
use VelvetLedger\Core\Order\Others;

/** Where files go that are neither frame nor clip: along with the first shoot of a card that anything comes into, below it or beside it, as they lie on the card and under the names that they have. */
final class LoosePlaces
{
    /** @var array<array-key, true> keys of paths that are given out */
    private array $given = [];
    private bool $isDone = false;

    /** @param list<ReadFrame> $loose */
    public function __construct(private readonly FolderPlan $folders, private readonly StoreState $store, private readonly array $loose, private readonly string $label)
    {
    }

    /** @return list<PlanLine> none but for the first shoot that is asked for */
    public function with(ShootDraft $draft, Wishes $wishes, Holdings $holdings): array
    {
        if ($this->isDone) {
            return [];
        }
        $this->isDone = true;
        $intents = new FrameIntents($wishes, $holdings, Companions::Both, false);
        $lines = [];
        foreach ($this->loose as $file) {
            $timed = $wishes->clocks->time($file);
            $lead = $file->frame->lead();
            $lines[] = $intents->staying($timed)[$lead->id] ?? PlanLine::bringIn($lead, $timed, $this->place($draft, $file));
        }

        return $lines;
    }

    /** @return list<PlanLine> where no shoot was asked for */
    public function staying(Wishes $wishes): array
    {
        return $this->isDone ? [] : array_map(static fn (ReadFrame $file): PlanLine => PlanLine::leaveOut($file->frame->lead(), $wishes->clocks->time($file), 'comes along with frames, of which none come in'), $this->loose);
    }

    private function place(ShootDraft $draft, ReadFrame $file): NewName
    {
        $shoot = $draft->folder();
        $label = $file->frame->lead()->card->label ?? $this->label;
        $home = Others::ByCard === $draft->order->bring->others && '' !== $label
            ? ShootDraft::path(\dirname('./'.$shoot), mb_scrub($label, 'UTF-8').' '.Others::SUBFOLDER)
            : ShootDraft::path($shoot, Others::SUBFOLDER);
        $folder = $this->folders->settle(ltrim(ShootDraft::path($home, mb_scrub($file->frame->lead()->folder(), 'UTF-8')), './'));
        $name = PortableText::forFolder(mb_scrub($file->frame->lead()->name(), 'UTF-8'));
        $name = '' === $name ? '_' : $name;
        $dot = strrpos($name, '.');
        [$stem, $ending] = false === $dot ? [$name, ''] : [substr($name, 0, $dot), substr($name, $dot)];
        for ($place = 1; $this->isTaken($folder, $name); $name = $stem.'_'.++$place.$ending) {
        }
        $this->given[PortableText::key("$folder/$name")] = true;

        return new NewName($folder, $name, $name);
    }

    private function isTaken(string $folder, string $name): bool
    {
        return isset($this->given[PortableText::key("$folder/$name")]) || $this->store->isTaken($folder, $name) || $this->store->isTaken($folder, (string) strstr($name.'.', '.', true));
    }
}
