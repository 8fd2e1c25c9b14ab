<?php

declare(strict_types=1);

namespace VelvetLedger\Tests;

use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\Gear;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Plan\Plan;

/** Frames as if read from a card, orders as if saved, and what a plan makes of them. */
final class OnCard
{
    public const MODIFIED = 1_777_900_000;

    /**
     * @param string       $at         "2026-05-04 21:14:09", with a fraction "…09.45" and an offset "…09.45+02:00" where wanted; '' for none
     * @param list<string> $extensions
     * @param list<string> $unreadable extensions
     */
    public static function frame(string $name, string $at, array $extensions = ['JPG'], string $model = 'Orrel M4', string $folder = 'DCIM/100ORREL', array $unreadable = []): ReadFrame
    {
        \assert([] !== $extensions);
        $files = array_map(static fn (string $extension): CardFile => new CardFile("$folder/$name.$extension", 100, self::MODIFIED), $extensions);
        $reasons = [];
        foreach ($unreadable as $extension) {
            $reasons["$folder/$name.$extension"] = 'nothing but zeros';
        }
        preg_match('/^(\S+ [\d:]+)(?:\.(\d+))?([+-]\d\d:\d\d)?$/', $at, $part);
        $taken = CapturedAt::fromExif($part[1] ?? null, $part[2] ?? null, $part[3] ?? null);

        return new ReadFrame(new Frame($files, $name), new CaptureFacts($taken, new Gear('Orrel', $model, '7')), $files[0], null, $reasons);
    }

    /** @param array<string, string> $times name => when, in whatever order */
    public static function card(array $times): CardContents
    {
        return new CardContents(array_map(self::frame(...), array_keys($times), $times), [], []);
    }

    public static function key(string $name, string $folder = 'DCIM/100ORREL'): string
    {
        return self::frame($name, '', ['JPG'], 'x', $folder)->frame->key;
    }

    /** @param array<string, mixed> $document parts that differ from "By the day" */
    public static function order(array $document, string $name = 'Tests'): StandingOrder
    {
        return OrderDocument::read(['velvetLedger' => 'standing order', 'version' => 1, 'name' => $name] + $document);
    }

    /** @return array<string, string|null> path on the card => path at the store */
    public static function names(Plan $plan): array
    {
        $names = [];
        foreach ($plan->lines as $line) {
            $names[$line->file->path] = $line->to();
        }

        return $names;
    }

    /** @return list<string> "2026-05-04: ORL_0001 ORL_0002" */
    public static function shoots(Plan $plan): array
    {
        $stems = [];
        foreach ($plan->lines as $line) {
            if (null !== $line->frame) {
                $stems[$line->frame->key()] = $line->frame->read->frame->stem;
            }
        }

        return array_map(static fn ($shoot): string => $shoot->title->date.': '.implode(' ', array_map(static fn (string $key): string => $stems[$key] ?? '?', $shoot->frames->keys)), $plan->shoots);
    }
}
