<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Psr\Cache\CacheItemPoolInterface;
use Psr\Log\NullLogger;
use Symfony\Component\Cache\Adapter\ArrayAdapter;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Copies\FindsLost;
use VelvetLedger\Server\Copies\SeesCopies;
use VelvetLedger\Server\Intake\Plans;
use VelvetLedger\Server\Persistence\Copies\Copy;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Work\SeeCopies;
use VelvetLedger\Server\Work\Sights;
use VelvetLedger\Tests\OnCard;
use VelvetLedger\Tests\Stills;

/** Copies that were moved, deleted or altered on their drive: what is said of them, and finding them again. */
final class LostCopiesTest extends LedgerTestCase
{
    private const FOLDER = '2026/2026-05-04 boats';

    protected function setUp(): void
    {
        parent::setUp();
        $this->service(CacheItemPoolInterface::class)->clear(); // what other ledgers' shoots of these numbers were found to be
        foreach ([1, 2, 3, 4] as $number) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$number.JPG", Stills::jpeg("2026-05-04 21:14:0$number", $number));
        }
        $this->bringIn('CARD', new Wishes(shoots: ['2026-05-04' => new ShootWish('boats')]));
    }

    public function testALookSeesWhatIsGoneAlteredAndBackAgainAndReadsOnlyWhatItDoubts(): void
    {
        self::assertSame(['proven', 'proven', 'proven', 'proven'], $this->seen());
        unlink($this->file(1));
        file_put_contents($this->file(2), 'stamped', \FILE_APPEND);
        $bytes = (string) file_get_contents($this->file(3));
        file_put_contents($this->file(3), strrev($bytes));
        touch($this->file(3), time() + 60);
        touch($this->file(4), time() + 60); // only touched
        self::assertSame(['missing', 'differs', 'differs', 'proven'], $this->seen());
        file_put_contents($this->file(3), $bytes);
        self::assertSame('proven', $this->seen()[2], 'put right, it is proven again');
        touch($this->file(2), 1_777_900_000);
        rename($this->store->path, $this->store->path.'.away');
        self::assertSame(['missing', 'differs', 'proven', 'proven'], $this->seen(), 'of a drive that is away nothing new is said');
        rename($this->store->path.'.away', $this->store->path);
    }

    public function testTheDeskSaysWhichHeldFramesHaveNoCopyWhereTheLedgerLeftIt(): void
    {
        unlink($this->file(2));
        $browser = $this->browser();
        $id = $this->card('CARD')->id;
        $browser->request('GET', "/api/cards/$id");
        $browser->request('GET', "/api/cards/$id");
        $desk = self::answer($browser);
        self::assertTrue($desk['copiesLooked']);
        self::assertSame([true, false, true, true], array_column(array_column((array) $desk['frames'], 'held'), 'isThere'));
        self::assertSame([0, 4], [$this->service(Plans::class)->make($this->desk('CARD'), new Wishes())->totals->frames->toBringIn, $this->service(Plans::class)->make($this->desk('CARD'), new Wishes())->totals->frames->held], 'held frames stay skipped');
        $this->bringIn('CARD', new Wishes(broughtAgain: [OnCard::key('ORL_0002')]));
        $browser->request('GET', "/api/cards/$id");
        self::assertSame([true, true, true, true], array_column(array_column((array) self::answer($browser)['frames'], 'held'), 'isThere'), 'brought in again, it has a copy');
    }

    public function testARenamedFolderIsFoundByItsBytesAndTheLedgerFollowsAtAWord(): void
    {
        $root = $this->store->path;
        rename("$root/".self::FOLDER, "$root/2026/Regatta");
        rename("$root/2026/Regatta/2026-05-04_boats_0003.jpg", "$root/2026/Regatta/winner.jpg");
        unlink("$root/2026/Regatta/2026-05-04_boats_0004.jpg");
        $browser = $this->browser();
        $browser->request('GET', '/api/shoots/1');
        $browser->request('POST', '/api/shoots/1/look-for');
        self::assertSame(202, $browser->getResponse()->getStatusCode());
        $browser->request('GET', '/api/findings?shoot=1');
        self::assertSame(['2026/Regatta/2026-05-04_boats_0001.jpg', '2026/Regatta/2026-05-04_boats_0002.jpg', '2026/Regatta/winner.jpg', null], array_column((array) self::answer($browser)['copies'], 'foundPath'));
        self::assertSame(self::FOLDER, $this->shoot()->folder, 'nothing is changed by looking');
        $browser->request('POST', '/api/shoots/1/paths');
        self::assertSame(['proven', 'proven', 'proven', 'missing'], $this->seen());
        self::assertSame('2026/Regatta', $this->shoot()->folder, 'what is missing belongs where the rest is');
        self::assertSame('2026/Regatta/2026-05-04_boats_0004.jpg', $this->ledger()->getConnection()->fetchOne("SELECT path FROM copy WHERE state = 'missing'"));
        $browser->request('GET', '/api/shoots/1');
        self::assertStringContainsString('winner.jpg', (string) $browser->getResponse()->getContent());
        self::assertSame(0, $this->service(FindsLost::class)->mendPaths(1), 'said twice, it is done once');
    }

    public function testWhatWasFoundIsFollowedAlsoWhileDrivesAreLookedThrough(): void
    {
        $sent = new SentMessages();
        $cache = new ArrayAdapter();
        $sights = new Sights($this->service(SeesCopies::class), $this->service(FindsLost::class), $cache, $sent, new NullLogger());
        $sights->askToLookFor(1);
        $sights->askToFollow(1);
        $sights->askToFollow(1);
        self::assertEquals([new SeeCopies(1, lookFor: true), new SeeCopies(1, follow: true)], $sent->all());
        self::assertTrue($sights->isFollowed(1));
        $sights->see(new SeeCopies(1, lookFor: true));
        self::assertSame([false, true], [$sights->isLookedFor(1), $sights->isFollowed(1)]);
        $sights->see(new SeeCopies(1, follow: true));
        self::assertFalse($sights->isFollowed(1));
    }

    /** A proof is of bytes that were read: what was changed between the look and the word is no copy. */
    public function testWhatWasChangedAfterItWasFoundIsNoCopy(): void
    {
        rename($this->store->path.'/'.self::FOLDER, $this->store->path.'/2026/Regatta');
        $this->seen();
        $this->service(FindsLost::class)->ofShoot(1);
        $found = $this->store->path.'/2026/Regatta/2026-05-04_boats_0002.jpg';
        [$bytes, $time] = [(string) file_get_contents($found), (int) filemtime($found)];
        file_put_contents($found, substr_replace($bytes, '!', -9, 1));
        touch($found, $time);
        unlink($this->store->path.'/2026/Regatta/2026-05-04_boats_0003.jpg');
        self::assertSame(2, $this->service(FindsLost::class)->mendPaths(1));
        self::assertSame(2, $this->column('SELECT count(*) FROM proof WHERE at > (SELECT max(found_at) FROM copy)')[0]);
        self::assertSame(2, $this->column("SELECT count(*) FROM copy WHERE found_path IS NULL AND because LIKE 'what was found at %'")[0]);
        self::assertSame(['proven', 'differs', 'missing', 'proven'], $this->seen());
        self::assertStringNotContainsString('0002', (string) file_get_contents($this->store->path.'/2026/Regatta/checksums.xxh128'));
    }

    public function testWhereAllWentTogetherTheShootsFolderIsTheNewOne(): void
    {
        rename($this->store->path.'/'.self::FOLDER, $this->store->path.'/2026/Regatta');
        $this->seen();
        $this->service(FindsLost::class)->ofShoot(1);
        self::assertSame(4, $this->service(FindsLost::class)->mendPaths(1));
        self::assertSame('2026/Regatta', $this->shoot()->folder);
        self::assertFileExists($this->store->path.'/2026/Regatta/checksums.xxh128');
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0005.JPG', Stills::jpeg('2026-05-04 21:14:05', 5));
        self::assertSame('2026/Regatta', $this->service(Plans::class)->make($this->desk('CARD'), new Wishes())->shoots[0]->place->folder, 'what comes later lies with it');
    }

    /**
     * @phpstan-impure
     *
     * @return list<string> states of the copies by path as they came in, after a look
     */
    private function seen(): array
    {
        $this->service(SeesCopies::class)->shoot(1);
        $this->ledger()->clear();

        return array_map(static fn (Copy $copy): string => $copy->state()->value, $this->ledger()->getRepository(Copy::class)->findBy([], ['id' => 'ASC']));
    }

    private function shoot(): Shoot
    {
        $this->ledger()->clear();

        return $this->ledger()->find(Shoot::class, 1) ?? self::fail();
    }

    private function file(int $number): string
    {
        return $this->store->path.'/'.self::FOLDER."/2026-05-04_boats_000$number.jpg";
    }
}
