<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Component\BrowserKit\Cookie;
use Symfony\Component\Routing\RouterInterface;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Placing\Verb;
use VelvetLedger\Server\Http\Access\Session;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Tests\Stills;

/** Every route, asked in every wrong way, with a wrong value in every field: an answer is 2xx, or 4xx with a sentence. */
final class RoutesTest extends LedgerTestCase
{
    private const TEXTS = ['', '0', '-1', '2147483648', '9223372036854775808', "a\0b", "\xFF\xFE", "\xED\xA0\x80", '../../etc/passwd', '%00', 'é', "'; DROP TABLE frame; --"];
    private const BODIES = ['', 'null', '7', '"text"', '[]', '[1]', '{', '{}', '{"name":"a\u0000b"}', '{"name":"a\\\\u0000b"}', '{"name":"\ud800"}', "\u{FEFF}{}", "{\"name\":\"a\0b\"}", "{\"name\":\"\xFF\"}", '{"nobody asks for this":1}'];

    /** Of the wrong values so many-th is sent in each field, another in the next; with 1, all of them. */
    private const EACH = 8;

    private ?string $session = null;

    /** @param class-string $controller */
    #[DataProvider('controllers')]
    public function testEveryRouteAskedInEveryWrongWay(string $controller): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        $this->bringIn('CARD');
        $examples = $this->examples();
        $browser = $this->browser();
        $browser->catchExceptions(true);
        $asked = 0;
        foreach ($this->service(RouterInterface::class)->getRouteCollection() as $route) {
            $action = $route->getDefault('_controller');
            if (!\is_string($action) || !str_starts_with($action, $controller.'::')) {
                continue;
            }
            [$query, $fields] = AskedOf::route($action);
            foreach ($route->getMethods() as $method) {
                $good = 'GET' === $method ? [] : $examples[$route->getPath()] ?? [];
                $named = str_starts_with($route->getPath(), '/api/stationery') ? [...$good, ...$examples['/api/orders'], ...$examples['/api/stationery']] : $good; // a kind's document is a part of an order's, or its own
                self::assertSame([], 'GET' === $method ? [] : array_values(array_diff($fields, self::names($named))), "fields of $method {$route->getPath()} that its examples here do not have");
                foreach ($this->addresses($route->getPath()) as $i => $address) {
                    foreach (0 === $i ? $good : [] as $example) {
                        $this->ask($browser, $method, $address, 'a good one', '', json_encode($example, \JSON_THROW_ON_ERROR));
                        self::assertNotSame(400, $browser->getResponse()->getStatusCode(), $address.' refuses what is to be a good example: '.$browser->getResponse()->getContent());
                    }
                    foreach ($this->wrongs($method, $query, 0 === $i ? $good : []) as $what => $wrong) {
                        $this->ask($browser, $method, $address, $what, ...$wrong);
                        ++$asked;
                    }
                }
            }
        }
        self::assertGreaterThan(0, $asked);
    }

    /** @return iterable<string, array{string}> */
    public static function controllers(): iterable
    {
        foreach ((array) glob(\dirname(__DIR__, 2).'/server/Http/*Controller.php') as $file) {
            $name = basename((string) $file, '.php');
            yield $name => ['VelvetLedger\\Server\\Http\\'.$name];
        }
    }

    /** @param array<string, string> $headers */
    private function ask(KernelBrowser $browser, string $method, string $address, string $what, string $query, string $body = '', array $headers = [], ?string $session = null): void
    {
        $browser->getCookieJar()->set(new Cookie((new Session(Home::fromEnvironment()))->name(), $session ?? $this->session ??= (string) (new Session(Home::fromEnvironment()))->cookie()->getValue()));
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
    }

    /** @return list<string> the first of them good, as far as one frame of one card goes */
    private function addresses(string $path): array
    {
        $card = $this->card('CARD')->id;
        $numbers = ['1', '999999999', '2147483648'];
        $ids = str_contains($path, '/cards/') || str_contains($path, '/sources/') ? [$card, 'ffffffffffffffff', "$card+$card", "$card%2Bffffffffffffffff", '+', "%00\xFF", '..%2F..'] : [...$numbers, '1%00', '..%2F..'];
        $ids = str_contains($path, '/look/') ? ['shoots-1', 'receipt-1', 'day-2026-05-04', 'shoots-999999999-1', 'receipt-999999999', 'day-2026-99-99', 'day-9999-12-31', 'shoots-', 'shoots-1%00'] : $ids;

        return 1 === preg_match('/\{\w+\}/', $path, $found) ? array_map(static fn (string $id): string => str_replace($found[0], $id, $path), '{number}' === $found[0] ? $numbers : $ids) : [$path];
    }

    /**
     * @param list<string>       $query names
     * @param list<array<mixed>> $good  bodies
     *
     * @return iterable<string, array{0: string, 1?: string, 2?: array<string, string>, 3?: string}> query, body, headers, the cookie where it is not a good one
     */
    private function wrongs(string $method, array $query, array $good): iterable
    {
        yield 'no cookie' => ['', '', [], ''];
        yield 'an old cookie' => ['', '', [], (string) (new Session(Home::fromEnvironment()))->cookie(time() - 40 * 86_400)->getValue()];
        yield 'a foreign host' => ['', '', ['HTTP_HOST' => 'ledger.quay.example']];
        yield 'a foreign origin' => ['', '', ['HTTP_ORIGIN' => 'http://quay.example']];
        foreach (self::TEXTS as $i => $text) {
            foreach ('GET' === $method ? $query : [] as $name) {
                yield "$name is text $i" => ['?'.http_build_query([$name => $text])];
            }
        }
        foreach ('GET' === $method ? $query : [] as $name) {
            yield "$name is a list" => ['?'.$name.'[]=1'];
        }
        if ('GET' !== $method) {
            foreach ([...self::BODIES, str_repeat('{"a":', 600).'1'.str_repeat('}', 600), str_repeat('[', 100_000)] as $i => $body) {
                yield "body $i" => ['', $body];
            }
        }
        $count = 0;
        foreach (self::places($good) as $place) {
            if (1 === \count($place)) {
                continue; // the body itself, see above
            }
            foreach (['null', 'true', '7', '-1', '2147483648', '9223372036854775808', '1e400', '-0.5', '""', '"'.str_repeat('x', 100_000).'"', '"\ud800"', '"é"', '[]', '[[[]]]', '{}', '{"a":{"b":{"frame":2147483648}}}'] as $i => $value) {
                if (0 === ($i + $count) % self::EACH) {
                    yield implode('/', $place).' is '.substr($value, 0, 40) => ['', str_replace('"(this)"', $value, json_encode(self::with($good, $place, '(this)')[$place[0]], \JSON_THROW_ON_ERROR))];
                }
            }
            ++$count;
        }
    }

    /**
     * @param array<mixed> $of
     *
     * @return list<non-empty-list<array-key>> the way to each value in it
     */
    private static function places(array $of): array
    {
        $places = [];
        foreach ($of as $key => $value) {
            array_push($places, [$key], ...array_map(static fn (array $place): array => [$key, ...$place], \is_array($value) ? self::places($value) : []));
        }

        return $places;
    }

    /**
     * @param array<mixed>              $of
     * @param non-empty-list<array-key> $place
     *
     * @return array<mixed>
     */
    private static function with(array $of, array $place, string $value): array
    {
        $key = array_shift($place);
        $within = $of[$key] ?? [];
        $of[$key] = [] === $place ? $value : self::with(\is_array($within) ? $within : [], $place, $value);

        return $of;
    }

    /**
     * @param array<mixed> $of
     *
     * @return list<string>
     */
    private static function names(array $of): array
    {
        return array_values(array_unique(array_map(strval(...), array_filter(array_merge([], ...self::places($of)), \is_string(...)))));
    }

    /** @return array<string, list<array<mixed>>> path => good bodies, in which is every field that there may be */
    private function examples(): array
    {
        $frame = implode('', array_filter($this->column('SELECT card_key FROM frame'), \is_string(...)));
        $order = ['subfolders' => ['make' => ['selects'], 'framesInto' => 'selects', 'trees' => [['name' => 'finished', 'root' => 'Finished', 'store' => '', 'make' => ['web'], 'withShoot' => true]]], 'folders' => ['levels' => [[['piece' => 'description', 'style' => 'as written'], ['piece' => 'words', 'text' => 'x']]], 'between' => ' '], 'stamps' => ['slip' => '', 'texts' => ['event' => 'x'], 'keywords' => [['quay']], 'parents' => true, 'jpegSidecar' => false, 'iim' => false, 'dngSidecar' => true]] + OrderDocument::of(StandingOrder::byTheDay());
        $frames = ['frames' => [1]];
        $wishes = [
            'order' => ['name' => 'By the day', 'document' => $order],
            'shoots' => [$frame => ['description' => 'Quay', 'leftOut' => false, 'order' => 'By the day', 'destination' => ['kindOfWork' => 'Weddings', 'folder' => 'Quay'], 'folder' => '2026/Quay', 'into' => 1, 'texts' => ['event' => 'x'], 'keywords' => [['quay']]]],
            'edits' => [['do' => 'cut', 'frame' => $frame], ['do' => 'join', 'frame' => $frame, 'other' => $frame], ['do' => 'move', 'frames' => [$frame], 'to' => $frame]],
            'clocks' => ['body' => ['seconds' => 7], 'other' => ['frame' => $frame, 'time' => '2026-05-04T21:14:09'], 'third' => ['frame' => $frame, 'same' => ['held' => 1]], 'fourth' => ['frame' => $frame, 'same' => ['card' => 'CARD', 'frame' => $frame]]],
            'spans' => [['frames' => ['A_1'], 'clock' => ['seconds' => 60]]], 'byHand' => [$frame => '2026-05-04T21:14:09'], 'leftOut' => [$frame], 'broughtAgain' => [$frame], 'apart' => [$frame],
        ];
        $stationery = array_map(static fn (string $kind): array => ['kind' => $kind, 'name' => 'Mine', 'document' => $order[$kind]], ['names', 'folders', 'subfolders', 'destination']);
        $stationery[] = ['kind' => 'labels', 'name' => 'album', 'document' => ['mark' => 'sail', 'key' => '6']];
        $stationery[] = ['kind' => 'keys', 'name' => 'own', 'document' => ['keep' => ['é']]];
        $stationery[] = ['kind' => 'rights', 'name' => 'Mine', 'document' => ['creator' => 'Ada Tern']];

        $keeping = [
            ['description' => 'boats', 'date' => '2026-05-04', 'kindOfWork' => 'Weddings', 'destination' => 'Work', 'folder' => 'x/y', 'names' => 'anew', 'pattern' => ['pieces' => [['piece' => 'name it has'], ['piece' => 'date taken', 'fields' => 'yyyy'], ['piece' => 'words', 'text' => 'x'], ['piece' => 'sequence', 'start' => 1, 'digits' => 4, 'scope' => 'this shoot']], 'between' => '_', 'extension' => 'lower case'], 'from' => 3, 'find' => 'a', 'with' => 'b', 'frames' => [1], 'seconds' => 60, 'body' => 'Orrel M4', 'notes' => 'n', 'cover' => 1],
            ['into' => 999_999, 'together' => true, 'apart' => false], ['apart' => true, 'frames' => [1], 'folders' => ['levels' => [[['piece' => 'job', 'style' => 'as written']]], 'between' => ' ']],
        ];

        $rules = [['rules' => [['id' => null, 'kind' => 'weddings', 'order' => 'By the day', 'fromYear' => 2024, 'toYear' => 2026, 'main' => 1, 'mirrors' => [], 'archives' => [], 'beside' => ['exports'], 'days' => 9]], 'beside' => 'all', 'days' => 7], ['rules' => [], 'beside' => ['a']]];
        $placing = array_map(static fn (Verb $verb): array => ['verb' => $verb->value, 'shoots' => [1], 'store' => 1], Verb::cases());

        return array_map(static fn (array $good): array => array_is_list($good) ? $good : [$good], [
            '/api/cards/{id}/plan' => $wishes, '/api/cards/{id}/plan/lines' => $wishes, '/api/cards/{id}/intakes' => $wishes,
            '/api/look/{lot}/acts' => ['acts' => [['name' => 'a', 'kind' => 'judge', 'word' => '3', 'frames' => [['frame' => 1, 'revision' => 0, 'word' => 'drop']]], ['name' => 'b', 'kind' => 'take back'], ['name' => 'c', 'kind' => 'bring again']]],
            '/api/frames/stamps' => $frames + ['slip' => '', 'texts' => ['event' => 'x'], 'rating' => 3, 'add' => [['quay']], 'remove' => [1], 'unrate' => false, 'label' => 'Best'],
            '/api/albums' => ['name' => 'printed', 'frames' => [1]], '/api/albums/{id}' => ['name' => 'printed', 'note' => 'x', 'cover' => 1, 'remove' => [1], 'move' => [1], 'before' => 1, 'byTime' => true],
            '/api/finds' => ['name' => 'best', 'query' => 'stars=5'], '/api/look/picked' => ['frames' => [1], 'called' => 'best'],
            '/api/look/{lot}/goal' => [['frames' => 180], ['frames' => null]],
            '/api/look/{lot}/together' => ['frames' => [], 'apart' => true],
            '/api/shoots/{id}/trees' => ['tree' => 1], '/api/rules' => $rules, '/api/rules/shown' => $rules, '/api/placing' => $placing, '/api/placing/shown' => $placing,
            '/api/sources' => ['path' => '/nowhere'], '/api/cards/{id}/put-back' => ['frames' => [$frame]], '/api/copies/mend' => ['copies' => [1]],
            '/api/apart' => [['frames' => [1], 'folder' => $this->store->path, 'link' => true], ['album' => 1, 'folder' => $this->store->path]], '/api/elsewhere' => [['program' => 'none', 'shoot' => 1, 'frames' => [1]], ['receipt' => 1]], '/api/cards/{id}/apart' => ['frames' => [$frame], 'folder' => $this->store->path],
            '/api/cards/{id}/clearance/nod' => ['files' => ['DCIM/100ORREL/ORL_0001.JPG']],
            '/api/cards/{id}/clearance/nod/back' => ['files' => ['DCIM/100ORREL/ORL_0001.JPG']],
            '/api/cards/{id}/clearance/remove' => ['label' => 'CARD'],
            '/api/keywords' => ['under' => 1, 'word' => 'quay'], '/api/keywords/{id}' => ['synonyms' => ['pier'], 'word' => 'quay', 'heading' => false, 'under' => 0, 'into' => 999_999],
            '/api/orders' => $order, '/api/orders/file' => $order, '/api/orders/default' => ['name' => 'By the day'], '/api/orders/drop' => ['name' => 'By the day'],
            '/api/pictures' => ['of' => [['card' => $this->card('CARD')->id, 'file' => 'DCIM/100ORREL/ORL_0001.JPG', 'edge' => 160], ['frame' => 1, 'edge' => 160, 'turn' => 1]]],
            '/api/shoots/{id}/stamps' => $frames + ['slip' => '', 'texts' => ['event' => 'x'], 'rating' => 3, 'add' => [['quay']], 'remove' => [1], 'unrate' => false, 'label' => 'Best', 'later' => true],
            '/api/shoots/{id}/keeping/shown' => $keeping, '/api/shoots/{id}/keeping' => $keeping,
            '/api/shoots/{id}/selects' => ['frames' => [1], 'folder' => 'selects'], '/api/shoots/{id}/selects/keep' => [['pass' => 'kept', 'folder' => 'selects', 'how' => 'copied'], ['frames' => [1], 'folder' => 'selects', 'how' => 'hard-linked']],
            '/api/shoots/{id}/aside/back' => $frames, '/api/shoots/{id}/aside/let-go' => ['frames' => [], 'named' => '2026-05-04', 'confirmed' => []],
            '/api/shoots/{id}/stamps/common' => $frames, '/api/shoots/{id}/stamps/merge' => $frames, '/api/shoots/{id}/stamps/keep' => $frames, '/api/shoots/{id}/stamps/leave' => $frames,
            '/api/stationery' => $stationery, '/api/stationery/drop' => ['kind' => 'names', 'name' => 'Mine'], '/api/stationery/default' => ['name' => 'Mine'],
            '/api/stores' => ['path' => '/nowhere', 'name' => 'Coffer', 'role' => 'mirror', 'newFolder' => 'x'], '/api/stores/{id}' => ['name' => 'Coffer', 'role' => 'main', 'nightlyDays' => 30],
        ]);
    }
}
