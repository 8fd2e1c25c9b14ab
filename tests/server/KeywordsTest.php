<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use VelvetLedger\Core\Stamp\CouldNotKeep;
use VelvetLedger\Server\Persistence\Stamps\KeywordRepository;
use VelvetLedger\Server\Stamps\Vocabulary;

/** The vocabulary as its page and the blanks for keywords use it. */
final class KeywordsTest extends LedgerTestCase
{
    private const LIST = "places:\n\tMarram\n\tQuillhaven = the town, Q\n\t\tnorth quay\n\t\tsouth quay\nboats\n\tlantern boat\nquay lamp\n";

    private KernelBrowser $browser;

    protected function setUp(): void
    {
        parent::setUp();
        $this->service(Vocabulary::class)->import(self::LIST);
        $this->browser = $this->browser();
    }

    public function testWhatBeginsSoComesFirstThenWhatWasUsedLastAndOften(): void
    {
        self::assertSame(['quay lamp', 'north quay', 'south quay'], $this->completing('quay'), 'those that begin so, then those with a word that does');
        $words = $this->service(KeywordRepository::class);
        $words->used([$words->at(['places', 'Quillhaven', 'south quay'])], 5);
        self::assertSame(['quay lamp', 'south quay', 'north quay'], $this->completing('QUAY'));
        self::assertSame(['Quillhaven'], $this->completing('the t'), 'by a synonym');
        self::assertSame([[], [], []], [$this->completing('places'), $this->completing('%'), $this->completing('uay')], 'a heading is never written, and a percent sign is a percent sign');
        [, $found] = $this->ask('GET', '/api/keywords/completing?typed=the');
        self::assertSame([['path' => ['places', 'Quillhaven'], 'synonym' => 'the town']], array_map(static fn (mixed $one): array => array_diff_key(\is_array($one) ? $one : [], ['id' => 0]), $found));
    }

    public function testTwentyThousandWordsAreTakenInAndFound(): void
    {
        $list = '';
        for ($group = 0; $group < 200; ++$group) {
            $list .= "group $group:\n".implode('', array_map(static fn (int $i): string => "\tword $group-$i\n", range(1, 99)));
        }
        [$code, $answer] = $this->ask('POST', '/api/keywords/list', $list);
        self::assertSame([201, ['added' => 20_000]], [$code, $answer]);
        self::assertSame([201, ['added' => 0]], $this->ask('POST', '/api/keywords/list', $list), 'twice is once');
        self::assertSame(['word 199-98'], $this->completing('word 199-98'));
        self::assertCount(12, $this->completing('word'));
        self::assertSame(20_000 + \count(explode("\n", trim(self::LIST))), substr_count($this->service(Vocabulary::class)->export(), "\n"));
    }

    public function testTheListIsTheSameWhenItIsTakenOutAndInAgain(): void
    {
        $out = $this->service(Vocabulary::class)->export();
        self::assertSame("boats\n\tlantern boat\nplaces:\n\tMarram\n\tQuillhaven = the town, Q\n\t\tnorth quay\n\t\tsouth quay\nquay lamp\n", $out);
        self::assertSame(0, $this->service(Vocabulary::class)->import($out));
        $this->service(Vocabulary::class)->import("places:\n\tQuillhaven = old town\n");
        self::assertStringContainsString('Quillhaven = the town, Q, old town', $this->service(Vocabulary::class)->export(), 'synonyms are added to those that there are');
    }

    public function testAPathGoesOnFromAWordThatStandsSomewhere(): void
    {
        $words = $this->service(KeywordRepository::class);
        $quay = $words->at(['places', 'Quillhaven', 'north quay']);
        self::assertSame([$quay, $quay, $quay], [$words->at(['north quay']), $words->at(['quillhaven', 'North Quay']), $words->at(['places', 'QUILLHAVEN', 'north quay'])], 'whatever its case');
        $new = $words->find($words->at(['Quillhaven', 'east quay']));
        self::assertSame(['east quay', $words->at(['Quillhaven'])], [$new->word, $new->parent]);
        self::assertNull($words->find($words->at(['weather']))->parent);
    }

    public function testMergedWordsPourTogether(): void
    {
        $this->service(Vocabulary::class)->import("places:\n\tThe quays\n\t\tnorth quay = old pier\n\t\twest quay\n");
        $words = $this->service(KeywordRepository::class);
        $this->service(Vocabulary::class)->merge($words->at(['The quays']), $words->at(['Quillhaven']));
        self::assertSame("boats\n\tlantern boat\nplaces:\n\tMarram\n\tQuillhaven = The quays, the town, Q\n\t\tnorth quay = old pier\n\t\tsouth quay\n\t\twest quay\nquay lamp\n", $this->service(Vocabulary::class)->export());
    }

    /** @return iterable<string, array{\Closure(Vocabulary, self): mixed, string}> */
    public static function impossible(): iterable
    {
        yield 'below itself' => [static fn (Vocabulary $words, self $test): mixed => $words->move($test->id('places'), $test->id('places')), '"places" cannot go below itself'];
        yield 'below what is below it' => [static fn (Vocabulary $words, self $test): mixed => $words->move($test->id('places'), $test->id('north quay')), '"places" cannot go below itself, or below a word that is below it.'];
        yield 'merged into what is below it' => [static fn (Vocabulary $words, self $test): mixed => $words->merge($test->id('Quillhaven'), $test->id('north quay')), '"Quillhaven" cannot go below itself'];
        yield 'renamed to its neighbour' => [static fn (Vocabulary $words, self $test): mixed => $words->rename($test->id('north quay'), 'South Quay'), '"South Quay" stands there already. Merge the two'];
        yield 'no word' => [static fn (Vocabulary $words, self $test): mixed => $words->rename($test->id('boats'), " \n "), 'A keyword has 1 to 100 characters'];
        yield 'a list\'s own signs' => [static fn (Vocabulary $words, self $test): mixed => $words->add(null, 'a=b'), 'no "=" in it'];
        yield 'too long' => [static fn (Vocabulary $words, self $test): mixed => $words->add(null, str_repeat('w', 101)), 'A keyword has 1 to 100 characters'];
    }

    /** @param \Closure(Vocabulary, self): mixed $change */
    #[DataProvider('impossible')]
    public function testWhatCannotBeIsSaidAndChangesNothing(\Closure $change, string $says): void
    {
        $before = $this->service(Vocabulary::class)->export();
        try {
            $change($this->service(Vocabulary::class), $this);
            self::fail($says);
        } catch (CouldNotKeep $refused) {
            self::assertStringContainsString($says, $refused->getMessage());
        }
        self::assertSame($before, $this->service(Vocabulary::class)->export());
    }

    public function testThePageOpensWordsAndChangesThemOneByOne(): void
    {
        [, $outermost] = $this->ask('GET', '/api/keywords');
        self::assertSame([['boats', 1, false], ['places', 2, true], ['quay lamp', 0, false]], $this->said($outermost['words'] ?? null, 'word', 'children', 'isHeading'));
        $places = $this->id('places');
        [, $below] = $this->ask('GET', "/api/keywords?under=$places");
        self::assertSame([['Marram', []], ['Quillhaven', ['the town', 'Q']]], $this->said($below['words'] ?? null, 'word', 'synonyms'));
        [, $found] = $this->ask('GET', '/api/keywords?search=quay');
        self::assertSame([['north quay', ['places', 'Quillhaven']], ['quay lamp', []], ['south quay', ['places', 'Quillhaven']]], $this->said($found['words'] ?? null, 'word', 'above'));
        self::assertSame([201, 204, 204, 204, 204, 204], [
            $this->ask('POST', '/api/keywords', ['under' => $places, 'word' => 'Saltings'])[0],
            $this->ask('POST', '/api/keywords/'.$this->id('Saltings'), ['word' => 'The Saltings', 'synonyms' => ['marsh']])[0],
            $this->ask('POST', '/api/keywords/'.$this->id('The Saltings'), ['under' => $this->id('Quillhaven')])[0],
            $this->ask('POST', '/api/keywords/'.$this->id('lantern boat'), ['under' => 0])[0],
            $this->ask('POST', "/api/keywords/$places", ['heading' => false])[0],
            $this->ask('POST', '/api/keywords/'.$this->id('boats').'/drop')[0],
        ]);
        self::assertSame("lantern boat\nplaces\n\tMarram\n\tQuillhaven = the town, Q\n\t\tnorth quay\n\t\tsouth quay\n\t\tThe Saltings = marsh\nquay lamp\n", $this->service(Vocabulary::class)->export());
        self::assertSame([200, ['frames' => 0]], $this->ask('GET', "/api/keywords/$places/frames"));
        self::assertSame([400, 404, 404, 400, 400], [
            $this->ask('POST', "/api/keywords/$places", ['colour' => 'red'])[0],
            $this->ask('POST', '/api/keywords/999999', ['word' => 'x'])[0],
            $this->ask('POST', '/api/keywords', ['under' => 999_999, 'word' => 'x'])[0],
            $this->ask('POST', '/api/keywords', ['under' => null, 'word' => 'a=b'])[0],
            $this->ask('POST', '/api/keywords/list', "fine\n\t=\n")[0],
        ]);
    }

    private function id(string $word): int
    {
        return $this->service(KeywordRepository::class)->at([$word]);
    }

    /** @return list<mixed> */
    private function completing(string $typed): array
    {
        [, $found] = $this->ask('GET', '/api/keywords/completing?typed='.rawurlencode($typed));

        return array_map(static fn (mixed $one): mixed => \is_array($one) && \is_array($one['path'] ?? null) ? $one['path'][\count($one['path']) - 1] : null, array_values($found));
    }

    /** @return list<list<mixed>> */
    private function said(mixed $words, string ...$fields): array
    {
        return array_map(static fn (mixed $word): array => array_map(static fn (string $field): mixed => \is_array($word) ? $word[$field] ?? null : null, array_values($fields)), \is_array($words) ? array_values($words) : []);
    }

    /** @return array{int, array<mixed>} */
    private function ask(string $method, string $path, mixed $body = []): array
    {
        $this->browser->request($method, $path, [], [], ['CONTENT_TYPE' => 'application/json'], \is_string($body) ? $body : (string) json_encode((object) $body));
        $answer = json_decode((string) $this->browser->getResponse()->getContent(), true);

        return [$this->browser->getResponse()->getStatusCode(), \is_array($answer) ? $answer : []];
    }
}
