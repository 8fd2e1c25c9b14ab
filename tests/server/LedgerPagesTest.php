<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Intake\RunIntake;
use VelvetLedger\Server\Intake\StartIntake;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Tests\Stills;

/** What the pages for receipts and shoots are given. */
final class LedgerPagesTest extends LedgerTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.ORW', Stills::raw('2026-05-04 21:14:09', 1));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09', 1));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.JPG', Stills::jpeg('2025-12-31 23:59:59', 2));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0003.MOV', 'clip');
        $intake = $this->service(StartIntake::class)->start($this->desk('CARD'), new Wishes(shoots: ['2026-05-04' => new ShootWish('lantern boats')]), static fn (Intake $asked) => null)[0];
        $this->service(RunIntake::class)->run($intake->id(), static fn (int $bytes, int $files) => null);
    }

    public function testAReceiptAddsUpToWhatWasOnTheCard(): void
    {
        $receipt = $this->get('/api/receipts/1');
        self::assertSame(['done', 'CARD', 'Main', 4, 3, 3, null], [$receipt['state'], $receipt['card'], $receipt['store'], $receipt['files'], $receipt['filesToCopy'], $receipt['filesCopied'], $receipt['stoppedBecause']]);
        self::assertSame('4 files on the card: 3 brought in and proven, 1 not a still.', $receipt['sentence']);
        $sums = \is_array($receipt['sums']) ? $receipt['sums'] : [];
        self::assertSame($receipt['files'], array_sum(array_column($sums, 'files')));
        self::assertSame($receipt['bytes'], array_sum(array_column($sums, 'bytes')));
        $page = $this->get('/api/receipts');
        self::assertSame([[$receipt], null, []], [$page['receipts'], $page['older'], $page['failed']], 'one page says the same');
        $lines = $this->get('/api/receipts/1/lines');
        self::assertSame(['brought in', 'brought in', 'brought in', 'not a still'], array_column($lines, 'outcome'));
        self::assertSame(hash_file('xxh128', $this->card('CARD')->path.'/DCIM/100ORREL/ORL_0002.JPG'), array_column($lines, 'checksum', 'path')['DCIM/100ORREL/ORL_0002.JPG']);
    }

    public function testShootsAreListedLatestFirstAndOpenToTheirFrames(): void
    {
        $page = $this->get('/api/shoots');
        $shoots = \is_array($page['shoots']) ? $page['shoots'] : [];
        self::assertSame([[['year' => '2026', 'shoots' => 1, 'frames' => 1], ['year' => '2025', 'shoots' => 1, 'frames' => 1]], null], [array_map(static fn (mixed $year): array => \is_array($year) ? array_diff_key($year, ['bytes' => 0]) : [], \is_array($page['years']) ? $page['years'] : []), $page['older']]);
        self::assertSame([['2026-05-04', 'lantern boats', 1, 2], ['2025-12-31', '', 1, 1]], array_map(static fn (mixed $shoot): array => \is_array($shoot) ? [$shoot['date'], $shoot['description'], $shoot['frames'], $shoot['files']] : [], $shoots));
        $found = fn (string $asked): array => array_map(static fn (mixed $shoot): mixed => \is_array($shoot) ? $shoot['date'] : null, \is_array($list = $this->get('/api/shoots?'.$asked)['shoots']) ? $list : []);
        self::assertSame([['2026-05-04'], ['2026-05-04'], [], ['2025-12-31'], ['2025-12-31'], ['2026-05-04', '2025-12-31'], []], array_map($found, ['words=BOATS+2026', 'words=lantern', 'words=lantern+2025', 'words=2025-12', 'upto=2025', 'upto=2026&words=+', 'words=%25']), 'by words in any order, whole or not; by year');
        $first = \is_array($shoots[0]) && \is_int($shoots[0]['id']) ? $shoots[0]['id'] : 0;
        $frames = $this->get('/api/shoots/'.$first)['frames'];
        $frame = \is_array($frames) && \is_array($frames[0]) ? $frames[0] : [];
        self::assertSame(['2026-05-04_lantern-boats_0001', ['2026-05-04_lantern-boats_0001.orw', '2026-05-04_lantern-boats_0001.jpg'], ['DCIM/100ORREL/ORL_0001.ORW', 'DCIM/100ORREL/ORL_0001.JPG'], true], [$frame['stem'], $frame['names'], $frame['originals'], $frame['hasPicture']]);
        $browser = $this->browser();
        $browser->request('GET', '/api/frames/'.(\is_int($frame['id']) ? $frame['id'] : 0).'/picture?edge=480');
        self::assertSame(200, $browser->getResponse()->getStatusCode());
        self::assertNotFalse(imagecreatefromstring((string) $browser->getResponse()->getContent()));
    }

    public function testWhatIsNotInTheLedgerIsSaidSo(): void
    {
        foreach (['/api/receipts/77' => 'There is no receipt 77', '/api/receipts/77/lines' => 'There is no receipt 77', '/api/shoots/88' => 'There is no shoot 88', '/api/frames/99/picture' => 'There is no frame 99', '/api/nothing' => 'There is nothing at this address.'] as $address => $words) {
            self::assertStringContainsString($words, $this->error($address, 404));
        }
        self::assertStringContainsString('edge', $this->error('/api/frames/1/picture?edge=99999', 400));
    }

    public function testAPictureOfAnAbsentStoreSaysWhichDriveToAttach(): void
    {
        rename($this->store->path.'/2025', $this->store->path.'/.away-2025');
        rename($this->store->path.'/2026', $this->store->path.'/.away-2026');
        unlink($this->store->path.'/.velvet-ledger-store');
        self::assertStringContainsString('The store Main is not at', $this->error('/api/frames/1/picture', 409));
    }

    private function error(string $address, int $status): string
    {
        $said = $this->get($address, $status)['error'] ?? null;

        return \is_string($said) ? $said : '';
    }

    /** @return array<mixed> */
    private function get(string $address, int $status = 200): array
    {
        $browser = $this->browser();
        $browser->request('GET', $address);
        self::assertSame($status, $browser->getResponse()->getStatusCode(), (string) $browser->getResponse()->getContent());

        return self::answer($browser);
    }
}
