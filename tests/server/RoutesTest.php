<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Component\BrowserKit\Cookie;
use Symfony\Component\Routing\RouterInterface;
use VelvetLedger\Server\Http\Access\Session;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Tests\Stills;

/** Every route, asked in every wrong way: an answer is 2xx, or 4xx with a sentence. */
final class RoutesTest extends LedgerTestCase
{
    /** Of the bodies with one wrong field each so many-th is sent; with 1, all of them. */
    private const EACH = 5;

    private const TEXTS = ['', '0', '-1', '2147483648', '9223372036854775808', "a\0b", "\xFF\xFE", "\xED\xA0\x80", '../../etc/passwd', '%00', 'é', "'; DROP TABLE frame; --"];

    public function testEveryRouteAskedInEveryWrongWay(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        $this->bringIn('CARD');
        $asked = 0;
        $browser = $this->browser();
        $browser->catchExceptions(true);
        $cookie = $browser->getCookieJar()->get((new Session(Home::fromEnvironment()))->name());
        self::assertNotNull($cookie);
        foreach ($this->routes() as [$method, $address, $parameters]) {
            foreach ($this->wrongs($method, $parameters) as $what => [$query, $body, $headers, $session]) {
                $browser->getCookieJar()->set(new Cookie($cookie->getName(), $session ?? $cookie->getValue()));
                $browser->request($method, $address.$query, [], [], $headers + ['CONTENT_TYPE' => 'application/json'], $body);
                $answer = $browser->getResponse();
                $status = $answer->getStatusCode();
                $said = \sprintf('%s %s%s, %s: %d %s', $method, $address, rawurlencode($query), $what, $status, substr((string) $answer->getContent(), 0, 300));
                self::assertTrue($status >= 200 && $status < 300 || $status >= 400 && $status < 500, $said);
                if ($status >= 400) {
                    $sentence = self::answer($browser)['error'] ?? null;
                    self::assertTrue(\is_string($sentence) && str_ends_with($sentence, '.') && mb_check_encoding($sentence, 'UTF-8'), $said);
                }
                if (null !== $session || isset($headers['HTTP_ORIGIN']) || isset($headers['HTTP_HOST'])) {
                    self::assertGreaterThanOrEqual(400, $status, $said);
                }
                ++$asked;
            }
        }
        self::assertGreaterThan(800, $asked);
    }

    /** @return iterable<array{string, string, list<string>}> method, address, names in its query */
    private function routes(): iterable
    {
        $router = $this->service(RouterInterface::class);
        $ids = ['{number}' => ['1', '999999999', '2147483648'], '{id}' => [$this->card('CARD')->id, 'ffffffffffffffff', '1', '999999999', "%00\xFF", '1%00', '..%2F..']];
        foreach ($router->getRouteCollection() as $route) {
            foreach ($route->getMethods() as $method) {
                preg_match('/\{\w+\}/', $route->getPath(), $found);
                foreach (isset($found[0]) ? $ids[$found[0]] : [''] as $id) {
                    yield [$method, str_replace($found[0] ?? '{}', $id, $route->getPath()), ['file', 'before', 'edge', 'name', 'in', 'word', 'since', 'from']];
                }
            }
        }
    }

    /**
     * @param list<string> $parameters
     *
     * @return iterable<string, array{string, string, array<string, string>, string|null}> query, body, headers, the cookie where it is not a good one
     */
    private function wrongs(string $method, array $parameters): iterable
    {
        yield 'no cookie' => ['', '', [], ''];
        yield 'an old cookie' => ['', '', [], (string) (new Session(Home::fromEnvironment()))->cookie(time() - 40 * 86_400)->getValue()];
        yield 'a foreign host' => ['', '', ['HTTP_HOST' => 'ledger.quay.example'], null];
        yield 'a foreign origin' => ['', '', ['HTTP_ORIGIN' => 'http://quay.example'], null];
        if ('GET' === $method) {
            foreach (self::TEXTS as $i => $text) {
                yield "query $i" => ['?'.http_build_query(array_fill_keys($parameters, $text)), '', [], null];
            }
            yield 'lists for texts' => ['?'.implode('&', array_map(static fn (string $name): string => $name.'[]=1', $parameters)), '', [], null];

            return;
        }
        $deep = str_repeat('{"a":', 600).'1'.str_repeat('}', 600);
        $names = ['name', 'kind', 'document', 'order', 'shoots', 'edits', 'clocks', 'byHand', 'leftOut', 'broughtAgain', 'velvetLedger', 'version'];
        foreach (['', 'null', '7', '"text"', '[]', '[1]', '{', $deep, str_repeat('[', 100_000), "{\"name\":\"a\0b\"}", '{"name":"a\u0000b"}', '{"name":"a\\\\u0000b"}', "{\"name\":\"\xFF\"}", '{"name":"\ud800"}', "\u{FEFF}{}"] as $i => $body) {
            yield "body $i" => ['', $body, [], null];
        }
        foreach (['null', 'true', '7', '2147483648', '9223372036854775808', '1e400', '-0.5', '""', '"'.str_repeat('x', 100_000).'"', '[]', '[[[]]]', '{"a":{"b":{"frame":2147483648}}}', '[{"do":"move","frames":[7]}]', '{"k":{"into":9223372036854775807}}', '{"k":{"into":2147483648}}', '{"k":{"seconds":9223372036854775807,"frame":"x"}}'] as $value) {
            yield "all is $value" => ['', '{'.implode(',', array_map(static fn (string $name): string => "\"$name\":$value", $names)).'}', [], null];
            foreach ($names as $i => $name) {
                if (0 !== (crc32($value) + $i) % self::EACH) {
                    continue;
                }
                yield "$name is ".substr($value, 0, 60) => ['', "{\"$name\":$value}", [], null];
            }
        }
    }
}
