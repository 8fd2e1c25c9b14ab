<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use Random\Randomizer;
use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\Gear;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\FrameGrouping;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Held\ExistingShoot;
use VelvetLedger\Core\Order\Destination;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\StoreState;
use VelvetLedger\Core\Shoot\Edit;
use VelvetLedger\Core\Shoot\Edits;
use VelvetLedger\Tests\OnCard;

/** Cards, orders and wishes of every shape, from a seed. */
final class RandomDesk
{
    public static function card(Randomizer $random): CardContents
    {
        $extensions = [['JPG'], ['ORW', 'JPG'], ['ORW'], ['ORW', 'JPG', 'WAV'], ['JPG', 'jpg'], ['ORW', 'xmp']];
        $files = [];
        for ($i = 0; $i < 40; ++$i) {
            $stem = \sprintf('%s/ORL_%04d', ['DCIM/100ORREL', 'DCIM/101ORREL'][$random->getInt(0, 1)], $random->getInt(1, 60));
            foreach ($extensions[$random->getInt(0, 5)] as $extension) {
                $files["$stem.$extension"] = new CardFile("$stem.$extension", $random->getInt(1, 40) * 1000, 1_777_000_000 + $i);
            }
        }
        $files['MISC/x.mrk'] = new CardFile('MISC/x.mrk', 1, 0);
        $grouping = FrameGrouping::of(array_values($files));
        $frames = [];
        foreach ($grouping->frames as $frame) {
            $at = \sprintf('2026:05:%02d 21:%02d:%02d', $random->getInt(4, 6), $random->getInt(0, 1), $random->getInt(0, 3));
            $facts = 0 === $random->getInt(0, 9) ? null : new CaptureFacts(CapturedAt::fromExif($at, (string) $random->getInt(0, 9)), new Gear('Orrel', 'Orrel M4', '1'));
            $unreadable = 0 === $random->getInt(0, 11) ? [$frame->lead()->path => 'nothing but zeros'] : [];
            $frames[] = new ReadFrame($frame, $facts, null === $facts ? null : $frame->lead(), null, $unreadable);
        }

        return new CardContents($frames, $grouping->others, []);
    }

    public static function order(Randomizer $random): StandingOrder
    {
        $any = static fn (array $of): mixed => $of[$random->getInt(0, \count($of) - 1)];
        $some = static fn (array $of): array => \array_slice($random->shuffleArray($of), 0, $random->getInt(1, \count($of)));
        $words = [['piece' => 'date taken', 'fields' => $any(['yyyy-MM-dd', 'HHmmss', 'EEEE d MMMM', 'yyyy.MM.dd'])], ['piece' => 'description', 'style' => $any(['hyphens', 'as written'])], ['piece' => 'body'], ['piece' => 'words', 'text' => $any(['', 'quay', 'CON', '50% #2', str_repeat('ü', 60)])], ['piece' => 'kind of work']];
        $names = $some([...$words, ['piece' => 'camera file number'], ['piece' => 'original name'], ['piece' => 'sequence', 'start' => $random->getInt(0, 1200), 'digits' => $random->getInt(1, 5), 'scope' => $any(['this shoot', 'this day', 'running on'])]]);
        $between = ['_', '-', ' ', ''];

        return OnCard::order([
            'bring' => $any(['raw and JPEG', 'raw only', 'JPEG only']),
            'shoots' => ['pauseMinutes' => $any([null, 1, 30]), 'dayTurnsAt' => $random->getInt(0, 12)],
            'destination' => ['kindOfWork' => $any(['', 'Own: projects']), 'folder' => $any(['', 'own/projects'])],
            'folders' => ['levels' => array_map(static fn (): array => $some([...$words, ['piece' => 'card folders']]), array_fill(0, $random->getInt(0, 3), null)), 'between' => $any($between)],
            'subfolders' => $any([[], ['make' => ['originals', 'exports/web'], 'framesInto' => 'originals'], ['make' => ['selects']]]),
            'names' => ['pieces' => $names, 'between' => $any($between), 'extension' => $any(['lower case', 'as the camera wrote it'])],
        ]);
    }

    /**
     * @param list<string> $keys
     *
     * @return array<string, ShootWish>
     */
    public static function shoots(Randomizer $random, array $keys): array
    {
        $words = ['lantern boats', "e\u{301}toile: *salt*?", str_repeat('long ', 80), '...', 'CON', "tab\tand\nbreak", 'Lantern Boats'];
        $wish = static fn (): ShootWish => new ShootWish(
            $words[$random->getInt(0, 6)],
            0 === $random->getInt(0, 9),
            0 === $random->getInt(0, 4) ? self::order($random) : null,
            0 === $random->getInt(0, 9) ? Destination::of('Tests', 'tests') : null,
            0 === $random->getInt(0, 9) ? 'one folder' : null,
            0 === $random->getInt(0, 9) ? new ExistingShoot(1, '2026/held', '2026/held/originals', '2026-05-03', 'held') : null,
        );

        return ['2026-05-04' => $wish(), '2026-05-05' => $wish(), $keys[$random->getInt(0, \count($keys) - 1)] => $wish()];
    }

    /** @param list<string> $keys */
    public static function edits(Randomizer $random, array $keys): Edits
    {
        $any = static fn (): string => $keys[$random->getInt(0, \count($keys) - 1)];

        return new Edits(array_map(static fn (): Edit => match ($random->getInt(0, 3)) {
            0 => Edit::cutBefore($any()),
            1 => Edit::join($any(), $any()),
            2 => Edit::move([$any(), $any(), $any()], $any()),
            default => Edit::move([$any()], null),
        }, array_fill(0, $random->getInt(0, 6), null)));
    }

    public static function store(Randomizer $random): StoreState
    {
        return new class($random->getInt(0, 3)) implements StoreState {
            public function __construct(private readonly int $every)
            {
            }

            public function isTaken(string $folder, string $stem): bool
            {
                return $this->every > 0 && 0 === crc32($stem) % 5;
            }

            public function stemsAround(string $date): array
            {
                return $this->every > 1 ? [strtr($date, '-', '_').'_0003' => true, $date.'_0002' => true] : [];
            }

            public function spelling(string $parent, string $name): ?string
            {
                return 0 === crc32($name) % 2 ? mb_strtoupper($name) : null;
            }

            public function lastNumberInShoot(string $folder, string $date, string $description): ?int
            {
                return 0 === $this->every ? null : 9990 + $this->every;
            }

            public function lastNumberOnDay(string $date): ?int
            {
                return null;
            }

            public function lastNumberRunning(): ?int
            {
                return 0 === $this->every ? null : 41;
            }
        };
    }
}
