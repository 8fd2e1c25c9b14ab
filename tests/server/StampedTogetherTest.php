<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Transfer\Timings;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Intake\Interrupted;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Tests\ExifTool;
use VelvetLedger\Tests\Stills;

/**
 * Pictures that are stamped by a second process between the card and the stores: more than it has in hand at a time, some that are left to
 * ExifTool, some that cannot be stamped, raws beside them. Cut anywhere, by whatever ends, it is as never cut.
 */
final class StampedTogetherTest extends LedgerTestCase
{
    /** More than two groups of those that are stamped at a time. */
    private const FRAMES = 44;

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        for ($i = 1; $i <= self::FRAMES; ++$i) {
            $time = \sprintf('2026-05-04 21:%02d:09', $i);
            $name = \sprintf('CARD/DCIM/100ORREL/ORL_%04d', $i);
            match (true) {
                0 === $i % 11 => $this->reader->put("$name.ORW", Stills::raw($time, $i)),
                // Of two pictures in one file the second is no ordinary one's: such a file is ExifTool's.
                0 === $i % 7 => $this->reader->put("$name.JPG", Stills::jpeg($time, $i).Stills::jpeg($time, $i + 500)),
                default => $this->reader->put("$name.JPG", Stills::jpeg($time, $i)),
            };
        }
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function orders(): iterable
    {
        yield 'read once' => [[]];
        yield 'the card read twice' => [['copies' => ['number' => 2, 'readTwice' => true]]];
        yield 'with the older record everywhere, which is all ExifTool\'s' => [['stamps' => ['slip' => '', 'texts' => ['creator' => 'Ada Tern'], 'iim' => true]]];
    }

    /** @param array<string, mixed> $order */
    #[DataProvider('orders')]
    public function testCutAnywhereItIsAsNeverCut(array $order): void
    {
        $wishes = new Wishes(OrderDocument::read($order + ['stamps' => ['slip' => '', 'texts' => ['creator' => 'Ada Tern', 'notice' => '© [year] Tern & Tallow'], 'keywords' => [['places', 'Quillhaven']]]] + OrderDocument::of(StandingOrder::byTheDay())), otherwise: 'boats');
        $whole = $this->bringOn($this->start('CARD', $wishes)->id());
        self::assertSame([IntakeState::Done, self::FRAMES.' files on the card: '.self::FRAMES.' brought in and proven.'], [$whole->state(), $whole->summary()->sentence()]);
        $expected = $this->all();
        self::assertSame(['Ada Tern'], array_values(array_unique($this->creators(), \SORT_REGULAR)), 'a picture that was not stamped would be another');

        mt_srand(\count($order) + 23);
        $before = $this->scratch(); // of other tests in this process
        $this->onTwoDrivesAgain();
        $this->secondsPass(); // how far it is is told after each step: it can be cut at any
        $cuts = 0;
        $id = $this->start('CARD', $wishes)->id();
        for ($cut = 0; $cut < 4; ++$cut) {
            try {
                // The second process is killed, and some steps later this one is told to end.
                [$kill, $end] = [mt_rand(1, 9), mt_rand(1, 30)];
                $this->bringOn($id, static function () use (&$kill, &$end): void {
                    if (0 === --$kill) {
                        self::killBeside();
                    }
                    if (0 === --$end) {
                        throw Interrupted::bySignal(15);
                    }
                });
            } catch (Interrupted) {
                ++$cuts;
            }
            self::assertSame($before, $this->scratch(), 'nothing of what was under way is left');
        }
        self::assertGreaterThan(1, $cuts);
        $done = $this->bringOn($id);
        self::assertSame($whole->summary()->sentence(), $done->summary()->sentence());
        self::assertSame($expected, $this->all());
        self::assertTrue($this->service(CardClearance::class)->of($this->card('CARD'))->mayBeFormatted);
        self::assertSame([], $this->service(StampQueue::class)->shoots(), 'nothing is still to be written');
    }

    public function testWhoWasWaitedForIsToldOfTheCardAndOfTheStampsApart(): void
    {
        $order = ['stamps' => ['slip' => '', 'texts' => ['creator' => 'Ada Tern']]] + OrderDocument::of(StandingOrder::byTheDay());
        $done = $this->bringOn($this->start('CARD', new Wishes(OrderDocument::read($order), otherwise: 'boats'))->id());
        $row = $this->ledger()->getConnection()->fetchAssociative('SELECT seconds, bytes, waited FROM intake_wait WHERE intake_id = ?', [$done->id()]);
        self::assertIsArray($row);
        $waited = (array) json_decode(\is_string($row['waited']) ? $row['waited'] : '', true);
        self::assertGreaterThan(0, $waited[(string) Timings::CARD] ?? 0);
        self::assertGreaterThan(0, $waited[(string) Timings::STAMPS] ?? 0);
        $sum = array_sum(array_map(static fn (mixed $seconds): float => is_numeric($seconds) ? (float) $seconds : 0.0, $waited));
        self::assertLessThanOrEqual((is_numeric($row['seconds']) ? (float) $row['seconds'] : 0.0) + 0.01, $sum, 'nobody was waited for twice');
    }

    /** The same drives, with nothing on them, and a ledger that has nothing. */
    private function onTwoDrivesAgain(): void
    {
        foreach (['Anvil', 'Bellows'] as $drive) {
            (new Process(['rm', '-rf', $this->store->path.'/'.$drive]))->mustRun();
        }
        $this->drives('Bellows');
    }

    /** @return array{list<mixed>, array<string, string>} rows of what came in, and the files with their checksums */
    private function all(): array
    {
        $files = [];
        foreach (['Anvil', 'Bellows'] as $drive) {
            foreach (FolderNames::in($this->onDrive($drive, '2026/2026-05-04 boats')) as $name) {
                $files["$drive/$name"] = (string) hash_file('xxh128', $this->onDrive($drive, "2026/2026-05-04 boats/$name"));
            }
        }

        return [$this->column("SELECT concat_ws(' ', r.stem, f.ending, f.bytes, f.checksum, f.stamp_revision, f.bears, f.written::text, c.path, c.state, o.checksum, l.outcome, l.reason)
            FROM frame r JOIN file f ON f.frame_id = r.id JOIN copy c ON c.file_id = f.id LEFT JOIN original o ON o.id = f.original_id LEFT JOIN receipt_line l ON l.file_id = f.id
            ORDER BY r.stem, f.ending, c.store_id"), $files];
    }

    /** @return array<string, mixed> of pictures and sidecars on the second drive */
    private function creators(): array
    {
        $creators = [];
        foreach (FolderNames::in($this->onDrive('Bellows', '2026/2026-05-04 boats')) as $name) {
            if (1 === preg_match('/\.(jpg|xmp)$/', $name)) {
                $creators[$name] = ExifTool::tags($this->onDrive('Bellows', "2026/2026-05-04 boats/$name"))['Creator'] ?? null;
            }
        }

        return $creators;
    }

    /** @return list<string> what lies in this process's scratch folders */
    private function scratch(): array
    {
        $found = [];
        foreach ([Home::fromEnvironment()->path.'/scratch', '/dev/shm/velvet-scratch-'.hash('xxh64', Home::fromEnvironment()->path)] as $place) {
            foreach (FolderNames::in($place) as $folder) {
                array_push($found, ...FolderNames::in("$place/$folder"));
            }
        }

        return $found;
    }

    private static function killBeside(): void
    {
        $id = (int) trim((string) shell_exec('pgrep -P '.getmypid().' -f stamping.php'));
        if (0 !== $id) {
            posix_kill($id, \SIGKILL);
        }
    }
}
