<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Server\Copies\Proving;
use VelvetLedger\Tests\Stills;

/** What the pages of stores, receipts, clearance and the day book ask of the server, and what they are told. */
final class CopiesPagesTest extends LedgerTestCase
{
    private const FOLDER = '2026/2026-05-04';

    private KernelBrowser $asks;

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        foreach ([1, 2, 3] as $number) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$number.JPG", Stills::jpeg("2026-05-04 21:14:0$number", $number));
        }
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0004.MOV', 'a clip');
        $this->asks = $this->browser();
    }

    public function testThePageOfStoresSaysHowEachIs(): void
    {
        $this->bringIn('CARD');
        [$main, $mirror] = $this->stores();
        self::assertSame(['Anvil', 'main', true, null, 'the drive Anvil'], [$main['name'], $main['role'], $main['present'], $main['absentBecause'], $main['device']]);
        self::assertSame(['Bellows', 'mirror'], [$mirror['name'], $mirror['role']]);
        self::assertIsInt($main['cardsMore']);
        self::assertSame([3, 0, 0], self::sums($mirror));
        rename($this->store->path.'/Bellows', $this->store->path.'/.Bellows');
        [, $away] = $this->stores();
        self::assertSame([false, null, 3], [$away['present'], $away['freeBytes'], self::sums($away)[0]], 'what it holds is known while it is away');
        self::assertStringContainsString('Attach its drive', self::text($away, 'absentBecause'));
    }

    public function testAFolderIsChosenOnADriveAndOnNothingElse(): void
    {
        mkdir($this->store->path.'/Third/old pictures', 0o777, true);
        mkdir($this->store->path.'/Third/.hidden');
        $third = $this->store->path.'/Third';
        self::assertSame(['path' => $third, 'folders' => ['old pictures'], 'store' => null, 'room' => ''], $this->ask('GET', '/api/drives/folders?in='.rawurlencode($third)));
        self::assertSame('Bellows', $this->ask('GET', '/api/drives/folders?in='.rawurlencode($this->store->path.'/Bellows/pictures'))['store']);
        symlink('/etc', $third.'/link');
        foreach (['/etc' => 'on none of the drives', $third.'/link' => 'on none of the drives', $third.'/../../..' => 'on none of the drives', $third.'/gone' => 'There is no folder', 'Third' => 'There is no folder'] as $path => $why) {
            self::assertStringContainsString($why, $this->refused('GET', '/api/drives/folders?in='.rawurlencode($path)), $path);
        }
        $add = static fn (string $path, string $name, string $newFolder = '', string $role = 'mirror'): array => ['path' => $path, 'name' => $name, 'role' => $role, 'newFolder' => $newFolder];
        foreach ([
            'one within the other' => $add($this->store->path.'/Anvil/pictures', 'Third', 'inside'),
            'is the store Anvil already' => $add($this->store->path.'/Anvil/pictures', 'Third'),
            'Another store is called Bellows' => $add($third, 'Bellows'),
            'A store needs a name' => $add($third, '  '),
            'cannot be called "../up"' => $add($third, 'Third', '../up'),
            'cannot be called ".hid"' => $add($third, 'Third', '.hid'),
            'There is no folder' => $add($third.'/gone', 'Third'),
            '"role" must be one of' => $add($third, 'Third', '', 'owner'),
        ] as $why => $body) {
            self::assertStringContainsString($why, $this->refused('POST', '/api/stores', $body));
        }
        self::assertSame(['Anvil', 'Bellows'], array_column($this->stores(), 'name'), 'nothing came of any of these');
        $this->ask('POST', '/api/stores', $add($third, 'Third', 'pictures'), 201);
        self::assertSame([$third.'/pictures' => 'mirror'], array_intersect_key(array_column($this->stores(), 'role', 'path'), [$third.'/pictures' => true]));
        self::assertSame(['.velvet-ledger-store'], FolderNames::in($third.'/pictures'));
    }

    public function testAStoreIsRenamedAndChangesItsPlaceWithTheMainOne(): void
    {
        [$main, $mirror] = array_map(static fn (array $store): int => self::int($store, 'id'), $this->stores());
        $this->ask('POST', "/api/stores/$mirror", ['name' => ' Old  bellows ']);
        self::assertSame('Old bellows', $this->stores()[1]['name']);
        self::assertStringContainsString('Another store is called Anvil', $this->refused('POST', "/api/stores/$mirror", ['name' => 'Anvil']));
        self::assertStringContainsString('There must be a main store', $this->refused('POST', "/api/stores/$main", ['role' => 'mirror']));
        $this->ask('POST', "/api/stores/$mirror", ['role' => 'main']);
        $roles = array_column($this->stores(), 'role', 'name');
        self::assertSame(['main', 'mirror'], [$roles['Old bellows'], $roles['Anvil']]);
        $this->bringIn('CARD');
        self::assertFileExists($this->store->path.'/Bellows/pictures/'.self::FOLDER.'/2026-05-04_0003.jpg');
        $this->ask('POST', "/api/stores/$main", ['nightlyDays' => 30]);
        foreach ([0, 400, 'often'] as $days) {
            self::assertStringContainsString('nightlyDays', $this->refused('POST', "/api/stores/$main", ['nightlyDays' => $days]));
        }
        $this->ask('POST', "/api/stores/$main", ['name' => 'Mainly']);
        self::assertContains(30, array_column($this->stores(), 'nightlyDays'), 'another name changes nothing else');
        $this->refused('POST', "/api/stores/$main", ['name' => 'Never', 'nobody asks' => 1]);
        self::assertNotContains('Never', array_column($this->stores(), 'name'), 'what is refused has done nothing');
        self::assertStringContainsString('A share of Anvil is proven each night, all of it within 30 days.', $this->dayBook());
    }

    public function testAProofIsAskedForFollowedAndItsFindingsMended(): void
    {
        $this->bringIn('CARD');
        [, $mirror] = $this->stores();
        unlink($this->store->path.'/Bellows/pictures/'.self::FOLDER.'/2026-05-04_0002.jpg');
        $proving = self::int($this->ask('POST', '/api/stores/'.self::int($mirror, 'id').'/prove', [], 201), 'id');
        self::assertSame($proving, self::int($this->ask('POST', '/api/stores/'.self::int($mirror, 'id').'/prove', [], 201), 'id'), 'asked for twice is once');
        self::assertContains('waiting', $this->ask('GET', "/api/provings/$proving"));
        $this->service(Proving::class)->prove($proving, static fn () => null);
        $done = $this->ask('GET', "/api/provings/$proving");
        self::assertSame(['done', 3, 3, 1], [$done['state'], $done['files'], $done['filesRead'], $done['bad']]);
        $findings = self::rows($this->ask('GET', '/api/findings'), 'copies');
        self::assertSame([['missing', ['Anvil']]], array_map(static fn (array $copy): array => [$copy['state'], $copy['good']], $findings));
        self::assertSame([], self::rows($this->ask('GET', '/api/findings?store='.self::int($this->stores()[0], 'id')), 'copies'));
        $bad = self::int($findings[0], 'id');
        $this->ask('POST', '/api/copies/mend', ['copies' => [$bad]], 204);
        self::assertSame([true], array_column(self::rows($this->ask('GET', '/api/findings'), 'copies'), 'isToMend'), 'nothing is read or written in a request');
        $this->work('care');
        self::assertSame([], self::rows($this->ask('GET', '/api/findings'), 'copies'));
        self::assertStringContainsString('needs no mending', $this->refused('POST', '/api/copies/mend', ['copies' => [$bad]], 409));
        self::assertFileExists($this->store->path.'/Bellows/pictures/'.self::FOLDER.'/2026-05-04_0002.jpg');
        $again = self::int($this->ask('POST', '/api/stores/'.self::int($mirror, 'id').'/prove', [], 201), 'id');
        self::assertSame('stopped', $this->ask('POST', "/api/provings/$again/stop", [])['state']);
        $this->refused('GET', '/api/provings/999', status: 404);
        $this->refused('POST', '/api/copies/mend', ['copies' => [999]], 404);
    }

    public function testAnIntakeIsPausedGoneOnWithAndStopped(): void
    {
        $receipt = $this->start('CARD')->id();
        self::assertSame('paused', $this->ask('POST', "/api/receipts/$receipt/pause", [])['state'], 'nobody works on it: it rests at once');
        $this->bringOn($receipt);
        self::assertNotContains(Outcome::BroughtIn, $this->outcomes(), 'while it rests nothing is copied');
        self::assertSame('waiting', $this->ask('POST', "/api/receipts/$receipt/continue", [])['state']);
        $this->bringOn($receipt);
        self::assertSame('done', $this->ask('GET', "/api/receipts/$receipt")['state']);
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0009.JPG', Stills::jpeg('2026-05-04 22:00:00', 9));
        $second = $this->start('CARD')->id();
        $stopped = $this->ask('POST', "/api/receipts/$second/stop", []);
        self::assertSame(['stopped', 'You stopped it. What is copied and proven stays, the rest waits on the card.'], [$stopped['state'], $stopped['stoppedBecause']]);
        self::assertSame('waiting', $this->ask('POST', "/api/receipts/$second/continue", [])['state'], 'what was stopped can be gone on with');
    }

    public function testAReceiptIsATableAndADocument(): void
    {
        $receipt = $this->bringIn('CARD')->id();
        self::assertCount(3, $this->ask('GET', "/api/receipts/$receipt/landed"));
        $table = $this->csv("/api/receipts/$receipt.csv");
        self::assertSame(['on the card', 'kind', 'bytes', 'outcome', 'reason', 'folder', 'name', 'xxh128', 'sha256', 'proven at', 'copies'], $table[0]);
        self::assertCount(5, $table, 'a line for each file on the card, and the head');
        $copy = $this->store->path.'/Anvil/pictures/'.self::FOLDER.'/2026-05-04_0001.jpg';
        self::assertSame(['DCIM/100ORREL/ORL_0001.JPG', 'brought in', self::FOLDER, '2026-05-04_0001.jpg', hash_file('xxh128', $copy), 'Anvil: proven, '.self::FOLDER.'/2026-05-04_0001.jpg; Bellows: proven, '.self::FOLDER.'/2026-05-04_0001.jpg'], [$table[1][0], $table[1][3], $table[1][5], $table[1][6], $table[1][7], $table[1][10]]);
        self::assertSame(['DCIM/100ORREL/ORL_0004.MOV', 'not a still'], [$table[4][0], $table[4][3]]);
        $document = $this->ask('GET', "/api/receipts/$receipt.json");
        self::assertSame(['receipt', 'lines'], array_keys($document));
        self::assertSame($table[2][7], self::rows($document, 'lines')[1]['xxh128']);
        self::assertStringContainsString('attachment', (string) $this->asks->getResponse()->headers->get('Content-Disposition'));
    }

    public function testWhatIsWrittenIntoATableIsNeverAFormula(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/=1+2,"x".JPG', Stills::jpeg('2026-05-04 23:00:00', 8));
        $receipt = $this->bringIn('CARD')->id();
        $paths = array_column($this->csv("/api/receipts/$receipt.csv"), 0);
        foreach ($paths as $path) {
            self::assertDoesNotMatchRegularExpression('/^[=+\-@\t\r]/', $path ?? '', 'RFC 4180 says nothing of it; spreadsheets run it: common practice');
        }
        self::assertNotEmpty(preg_grep('/1\+2,"x"\.JPG$/', array_filter($paths, \is_string(...))), 'and nothing of the name is lost');
    }

    public function testClearanceIsAskedAtAnyTimeAndNodsAreOfTheFileAsItIs(): void
    {
        $card = $this->card('CARD')->id;
        self::assertSame([false, 4, 4], $this->verdict($card));
        $receipt = $this->bringIn('CARD')->id();
        self::assertSame([false, 4, 1], $this->verdict($card));
        $missing = self::rows($this->ask('GET', "/api/receipts/$receipt/clearance"), 'missing');
        self::assertSame(['DCIM/100ORREL/ORL_0004.MOV', 'is a clip or sound that is nowhere but on this card', 'bring in'], [$missing[0]['path'], $missing[0]['lack'], $missing[0]['remedy']]);
        $this->ask('POST', "/api/cards/$card/clearance/nod", ['files' => ['DCIM/100ORREL/ORL_0004.MOV']]);
        self::assertSame([true, 4, 0], $this->verdict($card));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0004.MOV', 'another clip of the same name', 1_777_999_999);
        self::assertSame([false, 4, 1], $this->verdict($card), 'the nod was to another file');
        self::assertStringContainsString('"remove_originals" is not set', $this->refused('POST', "/api/cards/$card/clearance/remove", ['label' => 'CARD']));
        self::assertNotSame('', $this->refused('POST', "/api/cards/$card/clearance/nod", ['files' => 'all']));
        rename($this->reader->path.'/CARD', $this->reader->path.'/.out');
        $this->refused('GET', "/api/cards/$card/clearance", status: 404);
    }

    public function testTheDayBookIsFilteredAndTakenAway(): void
    {
        $receipt = $this->bringIn('CARD')->id();
        $book = $this->ask('GET', '/api/daybook');
        self::assertSame([null, true], [$book['broken'], \is_string($book['wholeAt'])]);
        $kinds = self::kinds($book);
        self::assertSame(['intake', 'store'], array_values(array_unique($kinds)), 'the latest first');
        self::assertSame(['store'], array_values(array_unique(self::kinds($this->ask('GET', '/api/daybook?kind=store')))));
        [, $mirror] = $this->stores();
        self::assertCount(1, self::rows($this->ask('GET', '/api/daybook?store='.self::int($mirror, 'id')), 'entries'));
        $card = self::int(self::rows($book, 'cards')[0], 'id');
        self::assertCount(2, self::rows($this->ask('GET', "/api/daybook?card=$card"), 'entries'));
        $shoot = $this->ledger()->getConnection()->fetchOne('SELECT min(id) FROM shoot');
        self::assertCount(2, self::rows($this->ask('GET', '/api/daybook?shoot='.(is_numeric($shoot) ? (int) $shoot : 0)), 'entries'));
        self::assertStringContainsString('kind', $this->refused('GET', '/api/daybook?kind=gossip', status: 400));
        $table = $this->csv('/api/daybook.csv');
        self::assertSame([['number', 'at', 'kind', 'card', 'shoot', 'store', 'receipt', 'entry', 'seal', 'digest'], \count($kinds) + 1], [$table[0], \count($table)]);
        self::assertContains((string) $receipt, array_column($table, 6));
        self::assertMatchesRegularExpression('/^[0-9a-f]{64}$/', $table[1][9] ?? '');
    }

    /** @return array{bool, int, int} may it be formatted, files, what is missing */
    private function verdict(string $card): array
    {
        $answer = $this->ask('GET', "/api/cards/$card/clearance");

        return [true === $answer['mayBeFormatted'], self::int($answer, 'files'), self::int($answer, 'missingInAll')];
    }

    /** @return list<array<mixed>> */
    private function stores(): array
    {
        return self::rows($this->ask('GET', '/api/stores'), 'stores');
    }

    /**
     * @param array<mixed> $store
     *
     * @return array{int, int, int} proven, owed, bad
     */
    private static function sums(array $store): array
    {
        $sums = \is_array($store['sums']) ? $store['sums'] : [];

        return [self::int($sums, 'proven'), self::int($sums, 'owed'), self::int($sums, 'bad')];
    }

    /** @return list<list<string|null>> */
    private function csv(string $address): array
    {
        $this->asks->request('GET', $address);
        self::assertSame([200, 'text/csv; charset=utf-8'], [$this->asks->getResponse()->getStatusCode(), $this->asks->getResponse()->headers->get('Content-Type')]);

        return array_map(static fn (string $line): array => str_getcsv($line, escape: ''), explode("\r\n", rtrim($this->asks->getInternalResponse()->getContent(), "\r\n")));
    }

    /**
     * @param array<mixed>|null $body
     *
     * @return array<mixed>
     */
    private function ask(string $method, string $address, ?array $body = null, int $status = 200): array
    {
        $this->asks->request($method, $address, [], [], ['CONTENT_TYPE' => 'application/json', 'HTTP_ORIGIN' => 'http://127.0.0.1:7410'], null === $body ? null : json_encode((object) $body, \JSON_THROW_ON_ERROR));
        self::assertSame($status, $this->asks->getResponse()->getStatusCode(), "$method $address: ".substr((string) $this->asks->getResponse()->getContent(), 0, 400));

        return self::answer($this->asks);
    }

    /** @param array<mixed>|null $body */
    private function refused(string $method, string $address, ?array $body = null, ?int $status = null): string
    {
        $this->asks->request($method, $address, [], [], ['CONTENT_TYPE' => 'application/json', 'HTTP_ORIGIN' => 'http://127.0.0.1:7410'], null === $body ? null : json_encode((object) $body, \JSON_THROW_ON_ERROR));
        $given = $this->asks->getResponse()->getStatusCode();
        self::assertTrue(null === $status ? $given >= 400 && $given < 500 : $status === $given, "$method $address: $given");

        return self::text(self::answer($this->asks), 'error');
    }

    /**
     * @param array<mixed> $answer
     *
     * @return list<array<mixed>>
     */
    private static function rows(array $answer, string $key): array
    {
        return array_values(array_filter(\is_array($answer[$key] ?? null) ? $answer[$key] : [], \is_array(...)));
    }

    /**
     * @param array<mixed> $book
     *
     * @return list<string>
     */
    private static function kinds(array $book): array
    {
        return array_values(array_filter(array_column(self::rows($book, 'entries'), 'kind'), \is_string(...)));
    }

    /** @param array<mixed> $answer */
    private static function int(array $answer, string $key): int
    {
        return \is_int($answer[$key] ?? null) ? $answer[$key] : -1;
    }

    /** @param array<mixed> $answer */
    private static function text(array $answer, string $key): string
    {
        return \is_string($answer[$key] ?? null) ? $answer[$key] : '';
    }

    private function dayBook(): string
    {
        return implode("\n", array_map(static fn (mixed $entry): string => \is_string($entry) ? $entry : '', $this->ledger()->getConnection()->fetchFirstColumn('SELECT entry FROM day_book_entry ORDER BY id')));
    }
}
