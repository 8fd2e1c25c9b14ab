<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Monolog\Level;
use Monolog\LogRecord;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Component\BrowserKit\Cookie;
use VelvetLedger\Server\Http\Access\Session;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Tools\OneLine;
use VelvetLedger\Tests\Stills;

final class AccessTest extends LedgerTestCase
{
    /** @param array<string, string> $headers */
    #[TestWith([200, []])]
    #[TestWith([200, ['HTTP_ORIGIN' => 'http://127.0.0.1:7410']])]
    #[TestWith([200, ['HTTP_HOST' => 'localhost:7410']])]
    #[TestWith([403, ['HTTP_ORIGIN' => 'http://quay.example']])]
    #[TestWith([403, ['HTTP_ORIGIN' => 'null']])]
    #[TestWith([403, ['HTTP_ORIGIN' => 'http://127.0.0.1:9999']])]
    #[TestWith([421, ['HTTP_HOST' => 'ledger.quay.example']])]
    #[TestWith([421, ['HTTP_HOST' => '127.0.0.1.quay.example:7410']])]
    public function testWhoIsLetIn(int $status, array $headers): void
    {
        $browser = $this->browser();
        $browser->request('GET', '/api/cards', [], [], $headers);
        self::assertSame($status, $browser->getResponse()->getStatusCode());
    }

    /**
     * What changes anything comes from our own pages, also where a browser says nothing of an origin (Fetch standard; Fetch Metadata Request Headers).
     *
     * @param array<string, string> $headers
     */
    #[TestWith([404, []])]
    #[TestWith([404, ['HTTP_SEC_FETCH_SITE' => 'same-origin']])]
    #[TestWith([403, ['HTTP_SEC_FETCH_SITE' => 'same-site']])]
    #[TestWith([403, ['HTTP_SEC_FETCH_SITE' => 'cross-site']])]
    #[TestWith([415, ['CONTENT_TYPE' => 'application/x-www-form-urlencoded']])]
    #[TestWith([415, ['CONTENT_TYPE' => 'text/plain', 'HTTP_SEC_FETCH_SITE' => 'same-origin']])]
    #[TestWith([415, ['CONTENT_TYPE' => '']])]
    public function testWhoMayChangeAnything(int $status, array $headers): void
    {
        $browser = $this->browser();
        $browser->request('POST', '/api/shoots/999/prove', [], [], $headers);
        self::assertSame($status, $browser->getResponse()->getStatusCode());
    }

    public function testAnAddressMakesASessionOnceAndWithinADay(): void
    {
        $browser = $this->browser();
        $browser->getCookieJar()->clear();
        $home = Home::fromEnvironment();
        $doors = [];
        foreach (['fresh' => 0, 'late' => 86_401] as $word => $age) {
            $doors[$word] = $home->path.'/doors/'.hash('sha256', $word);
            touch($doors[$word], time() - $age);
        }
        $browser->request('HEAD', '/enter?word=fresh');
        self::assertSame(401, $browser->getResponse()->getStatusCode(), 'looking at the door is not entering');
        foreach ([['/api/cards', 401], ['/enter?word=wrong', 401], ['/enter?word='.$home->token(), 401], ['/enter', 401], ['/enter?word[]=fresh', 400], ['/enter?word=late', 401], ['/enter?word=fresh', 302], ['/api/shoots', 200], ['/enter?word=fresh', 401]] as [$address, $status]) {
            $browser->request('GET', $address);
            self::assertSame($status, $browser->getResponse()->getStatusCode(), $address);
        }
        self::assertSame([], array_filter($doors, is_file(...)));
        $cookie = $browser->getCookieJar()->get((new Session($home))->name());
        self::assertSame([true, 'strict'], [$cookie?->isHttpOnly(), $cookie?->getSameSite()]);
        self::assertStringNotContainsString(Home::fromEnvironment()->token(), (string) $cookie?->getValue());
    }

    public function testASessionEndsByItselfAndWithItsToken(): void
    {
        $browser = $this->browser();
        $home = Home::fromEnvironment();
        $token = $home->token();
        $status = static function (?string $session) use ($browser): int {
            $browser->getCookieJar()->set(new Cookie((new Session(Home::fromEnvironment()))->name(), (string) $session));
            $browser->request('GET', '/api/shoots');

            return $browser->getResponse()->getStatusCode();
        };
        $session = (new Session($home))->cookie();
        self::assertEqualsWithDelta(time() + 30 * 86400, $session->getExpiresTime(), 5);
        self::assertSame(200, $status($session->getValue()));
        self::assertSame(401, $status((new Session($home))->cookie(time() - 31 * 86400)->getValue()), 'it is over');
        self::assertSame(401, $status(str_replace((string) $session->getExpiresTime(), (string) ($session->getExpiresTime() + 1), (string) $session->getValue())), 'nobody prolongs it');
        file_put_contents($home->path.'/token', 'another');
        try {
            self::assertSame(401, $status($session->getValue()), 'bin/ledger address --new');
        } finally {
            file_put_contents($home->path.'/token', $token);
        }
    }

    public function testASessionIsEndedSingly(): void
    {
        $sessions = new Session(Home::fromEnvironment());
        $enter = function (string $agent): KernelBrowser {
            $browser = $this->browser();
            $browser->getCookieJar()->clear();
            touch(Home::fromEnvironment()->path.'/doors/'.hash('sha256', $agent));
            $browser->request('GET', '/enter?word='.rawurlencode($agent), [], [], ['HTTP_USER_AGENT' => $agent]);

            return $browser;
        };
        [$mine, $lost] = [$enter('mine'), $enter('lost')];
        $mine->request('GET', '/api/sessions');
        $all = array_filter(self::answer($mine), \is_array(...));
        self::assertEqualsCanonicalizing(['mine' => true, 'lost' => false], array_intersect_key(array_column($all, 'isThis', 'browser'), ['mine' => 1, 'lost' => 1]));
        $key = array_column($all, 'key', 'browser')['lost'] ?? '';
        self::assertIsString($key);
        foreach (['../token', str_repeat('?', 16), '*'] as $wrong) {
            $sessions->end($wrong);
        }
        $mine->request('POST', "/api/sessions/$key/end", [], [], ['HTTP_ORIGIN' => 'http://127.0.0.1:7410'], '{}');
        self::assertSame(204, $mine->getResponse()->getStatusCode());
        foreach ([[$mine, 200], [$lost, 401]] as [$browser, $status]) {
            $browser->request('GET', '/api/shoots');
            self::assertSame($status, $browser->getResponse()->getStatusCode());
        }
        self::assertNotContains('lost', array_column($sessions->all(''), 'browser'));
    }

    public function testEveryAnswerTellsTheBrowserToRunAndFrameNothing(): void
    {
        $browser = $this->browser();
        foreach (['/api/cards' => 200, '/api/nothing' => 404, '/enter?word=wrong' => 401] as $address => $status) {
            $browser->request('GET', $address);
            $answer = $browser->getResponse();
            self::assertSame($status, $answer->getStatusCode());
            self::assertSame(["default-src 'none'; frame-ancestors 'none'; base-uri 'none'; form-action 'none'", 'nosniff', 'no-referrer', 'DENY'], array_map($answer->headers->get(...), ['Content-Security-Policy', 'X-Content-Type-Options', 'Referrer-Policy', 'X-Frame-Options']));
        }
    }

    public function testALogLineIsOneLineAndHoldsNoToken(): void
    {
        $line = (new OneLine())->format(new LogRecord(new \DateTimeImmutable('2026-11-25 09:00:00 UTC'), 'app', Level::Error, "{file} broke\nat once, asked by /enter?word=sEcret&x=1", ['request' => 'GET /enter', 'file' => "a\tb.JPG", 'receipt' => 7, 'exception' => new \RuntimeException('x')]));
        self::assertMatchesRegularExpression('#^2026-11-25T09:00:00\.000\+00:00 \| error \| app \| a b\.JPG broke at once, asked by /enter\?word=…&x=1 \| request=GET /enter receipt=7 file=a b\.JPG \| RuntimeException at [^|]+:\d+\n$#', $line);
    }

    public function testNothingOutsideTheReadersIsReached(): void
    {
        $outside = new \VelvetLedger\Tests\Folder();
        $outside->put('DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        symlink($outside->path, $this->reader->path.'/LINKED');
        $this->reader->put('REAL/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        $browser = $this->browser();
        $browser->request('GET', '/api/cards');
        $cards = self::answer($browser)['cards'];
        self::assertSame(['REAL'], array_column(\is_array($cards) ? $cards : [], 'label'));
        foreach ([hash('xxh64', $outside->path), hash('xxh64', $this->reader->path.'/LINKED'), '..%2F..%2Fetc', hash('xxh64', '/etc')] as $id) {
            $browser->request('GET', "/api/cards/$id");
            self::assertSame(404, $browser->getResponse()->getStatusCode(), $id);
        }
    }

    public function testAPictureIsOnlyTakenFromTheCardItself(): void
    {
        $this->reader->put('secret.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        $this->reader->put("CARD/DCIM/100ORREL/a b\n'.JPG", Stills::jpeg('2026-05-04 21:14:09'));
        symlink($this->reader->path.'/secret.JPG', $this->reader->path.'/CARD/DCIM/LINK.JPG');
        $browser = $this->browser();
        $status = [];
        foreach (["DCIM/100ORREL/a b\\x0A'.JPG", '../secret.JPG', 'DCIM/../../secret.JPG', 'DCIM/LINK.JPG', '/etc/passwd', 'DCIM', ''] as $file) {
            $browser->request('GET', '/api/cards/'.$this->card('CARD')->id.'/picture', ['file' => $file]);
            $status[] = $browser->getResponse()->getStatusCode();
        }
        self::assertSame([200, 404, 404, 404, 404, 404, 404], $status);
    }

    #[TestWith(['not json', 'must be a JSON object'])]
    #[TestWith(['{"descriptions": {"4 May": "x"}}', 'descriptions\u0022 is not known here'])]
    #[TestWith(['{"leftOut": [7]}', 'must be a text'])]
    #[TestWith(['{"edits": [{"do": "burn"}]}', 'must be one of'])]
    #[TestWith(['{"shoots": {"k": {"folder": "../x"}}}', 'no folder within a store'])]
    #[TestWith(['{"clocks": {"Orrel M4": {"frame": "k", "time": "noon"}}}', 'must name a frame'])]
    #[TestWith(['{"byHand": {"k": "31 June"}}', 'must be a date and time'])]
    #[TestWith(['{"order": {"document": {"velvetLedger": "standing order", "version": 1, "name": "x", "names": {"pieces": []}}}}', 'at least one piece'])]
    public function testWhatTheDeskCannotHaveSentIsRefusedInWords(string $body, string $words): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        $browser = $this->browser();
        $browser->request('POST', '/api/cards/'.$this->card('CARD')->id.'/plan', [], [], [], $body);
        self::assertSame(400, $browser->getResponse()->getStatusCode());
        self::assertStringContainsString($words, (string) $browser->getResponse()->getContent());
    }
}
