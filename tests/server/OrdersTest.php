<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Shoot\ClockCorrection;
use VelvetLedger\Core\Shoot\Clocks;
use VelvetLedger\Core\Shoot\TimeSource;
use VelvetLedger\Server\Intake\Plans;
use VelvetLedger\Server\Orders\OrderBook;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Tests\OnCard;
use VelvetLedger\Tests\Stills;

/** Standing orders in the ledger, what an intake by them leaves there, and the desk's questions about them. */
final class OrdersTest extends LedgerTestCase
{
    public function testOrdersAreSavedMadeTheDefaultTakenElsewhereAndDropped(): void
    {
        $browser = $this->browser();
        self::assertSame(['By the day'], array_column(self::ask($browser, 'GET', '/api/orders'), 'name'));
        self::ask($browser, 'POST', '/api/orders', OrderDocument::of(OnCard::order(['bring' => 'raw only'], 'Évening jobs')), 201);
        self::ask($browser, 'POST', '/api/orders/default', ['name' => 'Évening jobs'], 204);
        self::assertSame([['Évening jobs', true], ['By the day', false]], array_map(static fn (mixed $order): array => \is_array($order) ? [$order['name'], $order['isDefault']] : [], self::ask($browser, 'GET', '/api/orders')));
        $browser->request('GET', '/api/orders/file', ['name' => 'Évening jobs']);
        $file = (string) $browser->getResponse()->getContent();
        self::assertStringContainsString('filename=vening-jobs.order.json', (string) $browser->getResponse()->headers->get('Content-Disposition'));
        self::ask($browser, 'POST', '/api/orders/drop', ['name' => 'Évening jobs'], 204);
        self::assertSame(['By the day'], array_column(self::ask($browser, 'GET', '/api/orders'), 'name'));
        $browser->request('POST', '/api/orders/file', [], [], [], $file);
        self::assertSame(201, $browser->getResponse()->getStatusCode());
        self::assertSame('raw only', $this->service(OrderBook::class)->find('Évening jobs')->bring->stills->value);
        $browser->request('POST', '/api/orders/file', [], [], [], str_replace('"digits": 4', '"digits": 40', $file));
        self::assertSame(400, $browser->getResponse()->getStatusCode());
        self::assertMatchesRegularExpression('/Line \d+: .*1 to 8 digits/', (string) $browser->getResponse()->getContent());
        self::assertStringContainsString('There is no standing order', (string) json_encode(self::ask($browser, 'POST', '/api/orders/drop', ['name' => 'gone'], 404)));
    }

    public function testTheOrderLastUsedIsRememberedForTheCardAndForItsBodies(): void
    {
        $this->service(OrderBook::class)->save(OnCard::order([], 'Evenings'));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09', 1));
        $this->reader->put('OTHER/DCIM/100ORREL/ORL_0002.JPG', Stills::jpeg('2026-05-05 21:14:09', 2));
        $browser = $this->browser();
        $orderOf = fn (string $card): string => (string) json_encode(self::ask($browser, 'GET', '/api/cards/'.$this->card($card)->id)['order']);
        self::assertSame('"By the day"', $orderOf('OTHER'));
        $this->bringIn('CARD', new Wishes($this->service(OrderBook::class)->find('Evenings')));
        self::assertSame('"Evenings""Evenings"', $orderOf('CARD').$orderOf('OTHER'), 'the same body wrote both cards');
        $plan = self::ask($browser, 'POST', '/api/cards/'.$this->card('OTHER')->id.'/plan', ['order' => ['name' => 'Evenings', 'document' => OrderDocument::of(OnCard::order(['bring' => 'raw only'], 'Evenings'))]]);
        self::assertSame(['bring'], $plan['departs']);
    }

    public function testAnIntakeMakesSubfoldersAndEntersNumbersClocksAndOriginalNames(): void
    {
        $order = OnCard::order(['subfolders' => ['make' => ['originals', 'exports/web'], 'framesInto' => 'originals'], 'names' => ['pieces' => [['piece' => 'date taken', 'fields' => 'HHmm'], ['piece' => 'sequence', 'start' => 7, 'digits' => 2, 'scope' => 'running on']]]]);
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0031.JPG', Stills::jpeg('2026-05-05 00:14:09', 31));
        $body = 'Orrel M4, no. M4-0031877';
        $this->bringIn('CARD', new Wishes($order, ['2026-05-04' => new ShootWish('lantern boats')], clocks: new Clocks([$body => ClockCorrection::by(-3600)])));
        self::assertFileExists($this->store->path.'/2026/2026-05-04 lantern boats/originals/2314_07.jpg');
        self::assertDirectoryExists($this->store->path.'/2026/2026-05-04 lantern boats/exports/web');
        $frame = $this->ledger()->getRepository(LedgerFrame::class)->findAll()[0] ?? self::fail();
        self::assertSame(['ORL_0031', '0031', '2026-05-04T23:14:09', -3600, TimeSource::Corrected, 7], [$frame->originalName, $frame->originalNumber, $frame->time->takenAt, $frame->time->clockCorrection, $frame->time->timeSource, $frame->name->sequence]);
        self::assertSame(['2026/2026-05-04 lantern boats', '2026-05-04'], [$frame->shoot->folder, $frame->shoot->date]);
        self::assertStringContainsString("The clock of $body is put back by 1 h (by hand): 1 frame from CARD, the first from 2026-05-05 00:14:09 to 2026-05-04 23:14:09.", implode("\n", array_column($this->ledger()->getRepository(DayBookEntry::class)->findAll(), 'entry')));

        $this->reader->put('NEXT/DCIM/100ORREL/ORL_0032.JPG', Stills::jpeg('2026-05-06 10:00:00', 32));
        $plan = $this->service(Plans::class)->make($this->desk('NEXT'), new Wishes($order));
        self::assertSame('1000_08.jpg', $plan->shoots[0]->names->first, 'numbers run on');
        $joined = self::ask($this->browser(), 'POST', '/api/cards/'.$this->card('NEXT')->id.'/plan', ['shoots' => [OnCard::key('ORL_0032') => ['into' => $frame->shoot->id()]]]);
        self::assertIsArray($joined['shoots']);
        self::assertIsArray($joined['shoots'][0]);
        self::assertSame(['2026/2026-05-04 lantern boats', '2026-05-06_lantern-boats_0008.jpg', 1], [$joined['shoots'][0]['folder'], $joined['shoots'][0]['firstName'], $joined['shoots'][0]['joins']]);
        $into = $this->service(ShootRepository::class)->toJoin($frame->shoot->id());
        $this->bringIn('NEXT', new Wishes(shoots: [OnCard::key('ORL_0032') => new ShootWish('said, but it joins', into: $into)]));
        self::assertFileExists($this->store->path.'/2026/2026-05-04 lantern boats/originals/2026-05-06_lantern-boats_0008.jpg', 'where the frames of the shoot lie');
        self::assertSame(1, $this->ledger()->getRepository(Shoot::class)->count([]));
    }

    public function testTwoShootsInOneFolderAreTwoShootsInTheLedger(): void
    {
        $flat = OnCard::order(['folders' => ['levels' => []]]);
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09', 1));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.JPG', Stills::jpeg('2026-05-05 21:14:09', 2));
        $this->bringIn('CARD', new Wishes($flat));
        self::assertFileExists($this->store->path.'/2026-05-05_0001.jpg');
        self::assertSame([['', '2026-05-04'], ['', '2026-05-05']], array_map(static fn (Shoot $shoot): array => [$shoot->folder, $shoot->date], $this->ledger()->getRepository(Shoot::class)->findBy([], ['date' => 'ASC'])));
    }

    public function testAClockIsPutRightByAFrameOfTheSameMomentOnAnotherCardOrInTheLedger(): void
    {
        $this->reader->put('MINE/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 22:14:09', 1));
        $this->reader->put('THEIRS/DCIM/100ORREL/ORL_0009.JPG', Stills::jpeg('2026-05-04 21:14:00', 9));
        $browser = $this->browser();
        $ask = fn (mixed $same): array => self::ask($browser, 'POST', '/api/cards/'.$this->card('MINE')->id.'/plan', ['clocks' => ['Orrel M4, no. M4-0031877' => ['frame' => OnCard::key('ORL_0001'), 'same' => $same]]]);
        $plan = $ask(['card' => $this->card('THEIRS')->id, 'frame' => OnCard::key('ORL_0009')]);
        self::assertEquals([['body' => 'Orrel M4, no. M4-0031877', 'span' => null, 'frames' => 1, 'seconds' => -3609, 'inWords' => 'back by 1 h 9 s', 'because' => 'DCIM/100ORREL/ORL_0001.JPG on MINE is of the moment of DCIM/100ORREL/ORL_0009.JPG on THEIRS', 'first' => OnCard::key('ORL_0001'), 'before' => '2026-05-04T22:14:09', 'after' => '2026-05-04T21:14:00']], $plan['clocks']);
        $this->bringIn('THEIRS', new Wishes());
        self::assertStringContainsString('"after":"2026-05-04T21:14:00"', (string) json_encode($ask(['held' => 1])['clocks']));
        self::ask($browser, 'POST', '/api/cards/'.$this->card('MINE')->id.'/plan', ['clocks' => ['x' => ['frame' => OnCard::key('ORL_0001'), 'same' => ['held' => 99]]]], 404);
    }

    public function testStationeryIsKeptAndWhatNoOrderCouldUseIsRefused(): void
    {
        $browser = $this->browser();
        $all = self::ask($browser, 'GET', '/api/stationery');
        self::assertSame(['year, then day', 'year, then month, then day', 'one folder per description', 'the card\'s own folders', 'flat'], array_column(\is_array($all['folders']) ? $all['folders'] : [], 'name'));
        self::ask($browser, 'POST', '/api/stationery', ['kind' => 'destination', 'name' => 'Own projects', 'document' => ['kindOfWork' => 'Own projects', 'folder' => 'own']], 204);
        self::ask($browser, 'POST', '/api/stationery', ['kind' => 'subfolders', 'name' => 'x', 'document' => ['make' => ['a:b']]], 400);
        self::ask($browser, 'POST', '/api/stationery', ['kind' => 'names', 'name' => ' ', 'document' => []], 400);
        self::assertSame(['Own projects'], array_column((array) self::ask($browser, 'GET', '/api/stationery')['destination'], 'name'));
        self::ask($browser, 'POST', '/api/stationery/drop', ['kind' => 'destination', 'name' => 'Own projects'], 204);
        self::assertSame([], self::ask($browser, 'GET', '/api/stationery')['destination']);
    }

    public function testAKeyDoesOneThing(): void
    {
        $browser = $this->browser();
        $save = static fn (string $kind, string $name, mixed $document, int $status = 204): string => (string) json_encode(self::ask($browser, 'POST', '/api/stationery', ['kind' => $kind, 'name' => $name, 'document' => $document], $status));
        $save('labels', 'album', ['mark' => 'sail', 'key' => '6']);
        $save('labels', 'album', ['mark' => 'oar', 'key' => '6']);
        self::assertStringContainsString('is the key of \"album\" already', $save('labels', 'print', ['mark' => 'sail', 'key' => '6'], 400));
        self::assertStringContainsString('must be 6, 7, 8, 9, or empty', $save('labels', 'print', ['mark' => 'sail', 'key' => '1'], 400));
        self::assertSame([['name' => 'album', 'document' => ['mark' => 'oar', 'key' => '6']]], array_map(static fn (mixed $one): array => array_intersect_key((array) $one, ['name' => 0, 'document' => 0]), array_values((array) self::ask($browser, 'GET', '/api/stationery')['labels'])));
        foreach ([['keep' => ['d']], ['keep' => ['e', 'E', '1']], ['keep' => []], ['keep' => ['ab']], ['keep' => [' ']], ['leave' => ['q']]] as $refused) {
            self::assertMatchesRegularExpression('/cannot have|must have|must be|leave/', $save('keys', 'own', $refused, 400), 'another has it, or it is none');
        }
        $save('keys', 'own', ['keep' => ['Ö'], 'drop' => ['f']]);
        $sets = array_column((array) self::ask($browser, 'GET', '/api/stationery')['keys'], 'document', 'name');
        self::assertSame(['for both hands', 'for the left hand', 'for the right hand', 'own'], array_keys($sets));
        self::assertSame([['ö'], ['f'], ['s', 'l']], [((array) $sets['own'])['keep'], ((array) $sets['own'])['drop'], ((array) $sets['own'])['unsure']]);
    }

    public function testFoldersAreShownWithinTheStoreOnly(): void
    {
        $this->store->put('own/kiln/x.jpg', 'x');
        $this->store->put('.hidden/x', 'x');
        symlink('/etc', $this->store->path.'/way-out');
        foreach (["caf\xE9", "new\nline"] as $unsayable) { // an order could not name them, and would make new ones
            mkdir($this->store->path.'/'.$unsayable);
        }
        $browser = $this->browser();
        $folders = static fn (string $in, int $status = 200): mixed => self::ask($browser, 'GET', '/api/folders?in='.rawurlencode($in), null, $status)['folders'] ?? null;
        self::assertSame([['own'], ['kiln'], null], [$folders(''), $folders('own'), $folders('own/not made yet')]);
        foreach (['..', 'own/../..', '/etc', '.hidden', 'way-out'] as $outside) {
            self::assertNull($folders($outside, 400));
        }
    }

    /** @return array<mixed> */
    private static function ask(KernelBrowser $browser, string $method, string $path, mixed $body = null, int $status = 200): array
    {
        $browser->request($method, $path, [], [], [], null === $body ? null : (string) json_encode($body));
        self::assertSame($status, $browser->getResponse()->getStatusCode(), (string) $browser->getResponse()->getContent());

        return self::answer($browser);
    }
}
