<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Find\FindFacet;
use VelvetLedger\Core\Find\FindOrder;
use VelvetLedger\Core\Find\FindQuery;
use VelvetLedger\Server\Finding\KeepsIndex;
use VelvetLedger\Server\Kernel;
use VelvetLedger\Server\Pages\FindPage;
use VelvetLedger\Server\Pages\FoundFacets;
use VelvetLedger\Server\Persistence\Find\AlbumEntries;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\View\Find\FindView;
use VelvetLedger\Server\View\Find\FoundSectionView;
use VelvetLedger\Server\View\Shoots\FrameFactsView;
use VelvetLedger\Server\View\Shoots\ShootFrameView;

/** Frames are found by all that is said of them, and how many there are is counted as one would count by hand. */
final class FindTest extends LedgerTestCase
{
    private FindableFrames $made;

    protected function setUp(): void
    {
        parent::setUp();
        mt_srand(27);
        $this->made = new FindableFrames($this->ledger()->getConnection());
        $this->made->make(240, 4000); // over the edge of a block
    }

    public function testEachCountIsThatOfASlowAndSimpleOne(): void
    {
        self::assertSame(0, $this->service(KeepsIndex::class)->catchUp(60));
        $facets = array_values(array_filter(FindFacet::cases(), static fn (FindFacet $facet): bool => !\in_array($facet, [FindFacet::All, FindFacet::Word, FindFacet::Hint], true)));
        for ($turn = 0; $turn < 60; ++$turn) {
            $query = FindQuery::all();
            for ($n = 0 === $turn ? 0 : mt_rand(1, 3); $n > 0; --$n) {
                $facet = $facets[mt_rand(0, \count($facets) - 1)];
                $values = array_values(array_unique(array_merge(...array_column($this->made->facets, $facet->value))));
                shuffle($values);
                $values = \array_slice($values, 0, mt_rand(1, 2));
                $query = 0 === mt_rand(0, 3) ? $query->without($facet, ...$values) : $query->with($facet, ...$values);
            }
            $view = $this->service(FindPage::class)->view($query, FindOrder::Shoot);
            $frames = $this->made->having($query->any, $query->none);
            self::assertSame([\count($frames), \count($this->made->facets)], [$view->frames, $view->of], $query->text());
            self::assertSame($frames, $this->service(FindPage::class)->frames($query)->numbers(), $query->text());
            foreach ($this->service(FoundFacets::class)->of($query) as $facet) {
                if ('hint' === $facet->facet) {
                    continue;
                }
                $among = $this->made->having(array_diff_key($query->any, [$facet->facet => 1]), array_diff_key($query->none, [$facet->facet => 1]));
                $of = array_count_values(array_merge([], ...array_map(fn (int $frame): array => $this->made->facets[$frame][$facet->facet], $among)));
                foreach ($facet->values as $value) {
                    if ('only away' !== $value->value) {
                        self::assertSame($of[$value->value] ?? 0, $value->frames, $query->text()." $facet->facet $value->value");
                    }
                }
                if ('keyword' === $facet->facet) {
                    continue; // the outermost, and those that are wished
                }
                self::assertSame(\count(array_diff_key($of, array_flip(array_map(static fn ($value) => $value->value, $facet->values)))), $facet->more, $query->text()." $facet->facet");
            }
            self::assertSame($view->frames, array_sum(array_column($view->sections, 'found')));
            if (0 === $turn % 6) {
                $hours = $this->service(FindPage::class)->hours($query);
                self::assertSame(\count(array_unique(array_map(fn (int $frame): string => $this->made->facets[$frame]['day'][0], $frames))), \count($hours));
                self::assertSame(\count($frames), array_sum(array_column($hours, 'frames')));
                $this->standTogetherBy(FindOrder::Stars, $query, $frames);
                $this->standTogetherBy(FindOrder::Fit, $query, $frames);
            }
        }
    }

    public function testHoursAndFactsAreThoseOfTheFrames(): void
    {
        $this->service(KeepsIndex::class)->catchUp(60);
        foreach (['', 'stars=4', 'day=2024-05-30&day=2026-03-02', 'words=nothing+has+this'] as $query) {
            $expected = [];
            foreach ($this->service(FindPage::class)->frames(FindQuery::read($query))->numbers() as $frame) {
                $day = $this->made->facets[$frame]['day'][0];
                $taken = FindableFrames::taken($frame, $day);
                $expected[$day][60 * (int) substr($taken, 11, 2) + (int) substr($taken, 14, 2)][] = $frame;
            }
            krsort($expected);
            $found = [];
            foreach ($this->service(FindPage::class)->hours(FindQuery::read($query)) as $hours) {
                $found[$hours->day] = $hours->minutes;
                self::assertSame(array_sum(array_map(\count(...), $expected[$hours->day] ?? [])), $hours->frames, "$query $hours->day");
            }
            $minutes = array_map(static function (array $of): array {
                ksort($of);

                return array_keys($of);
            }, $expected);
            self::assertSame($minutes, $found, $query);
        }
        $frames = \array_slice(array_keys($this->made->facets), 0, 40);
        $facts = $this->service(FindPage::class)->facts([...array_reverse($frames), 999_999]);
        self::assertSame($frames, array_map(static fn (FrameFactsView $view): int => $view->frame, $facts), 'what is not in the ledger is left out');
        foreach ($facts as $view) {
            $of = $this->made->facets[$view->frame];
            self::assertSame([$of['iso'][0], $of['lens'][0]], [(string) $view->facts?->iso, (string) $view->facts?->lens]);
        }
    }

    /** @param list<int> $frames that are found */
    private function standTogetherBy(FindOrder $order, FindQuery $query, array $frames): void
    {
        $page = $this->service(FindPage::class);
        $seen = [];
        foreach ($page->view($query, $order)->sections as $i => $section) {
            self::assertEquals(0 === $i ? $page->ofSection($query, $order, $section->value, 0) : [], $section->first, 'what is in view comes along');
            for ($from = 0; $from < $section->found; $from += FindPage::AT_ONCE) {
                $some = $page->ofSection($query, $order, $section->value, $from);
                $times = array_map(static fn (ShootFrameView $frame): string => $frame->takenAt, $some);
                self::assertSame(self::down($times), $times, 'the latest first');
                array_push($seen, ...array_map(static fn (ShootFrameView $frame): int => $frame->id, $some));
                foreach (FindOrder::Stars === $order ? $some : [] as $frame) {
                    self::assertSame([$section->value], $this->made->facets[$frame->id]['stars']);
                }
            }
        }
        sort($seen);
        self::assertSame($frames, $seen, "each once by $order->value: ".$query->text());
    }

    /**
     * @param list<string> $times
     *
     * @return list<string>
     */
    private static function down(array $times): array
    {
        rsort($times);

        return $times;
    }

    public function testWordsAreFoundInAnyOrderFormAndAccentAndWhereTheyAreMisspelt(): void
    {
        $found = fn (string $words): int => $this->find("words=$words")->frames;
        $boats = $found('boats');
        self::assertSame([$boats, $boats, $boats], [$found('boat'), $found('BOATS'), $found('boating')], 'in any form');
        self::assertGreaterThan($this->howMany(['shoot' => ['1']]), $boats, 'of the shoot, and of what single frames say');
        self::assertSame([$this->howMany(['shoot' => ['2']]), $this->howMany(['shoot' => ['2']]), $this->howMany(['shoot' => ['2']])], [$found('rope+walk'), $found('walk+rope'), $found('rop')], 'in any order, and begun');
        self::assertSame($this->howMany(['keyword' => ['5']]), $found('ubersee'), 'without its accent');
        self::assertSame($this->howMany(['keyword' => ['3']]), $found('salt'));
        self::assertGreaterThanOrEqual($this->howMany(['keyword' => ['2']]), $found('quillhaven'), 'by a parent');
        self::assertSame($this->howMany(['keyword' => ['4']]), $found('lamps'), 'by a synonym');
        $misspelt = $this->find('words=quilhavn');
        self::assertSame([$found('quillhaven'), ['"quilhavn" is said nowhere; looked for quillhaven.']], [$misspelt->frames, $misspelt->notes]);
        self::assertSame(0, $found('zzyzx'));
        self::assertSame([1, 1], [$found('ORL_4000') + (isset($this->made->facets[4000]) ? 0 : 1), $found('4001') + (isset($this->made->facets[4001]) ? 0 : 1)], 'by the name on the card');
        self::assertSame($this->howMany(['day' => ['2024-05-30'], 'keyword' => ['4']]), $found('lamps+may+2024'), 'with a date');
        self::assertSame($this->howMany(['shoot' => ['1', '2'], 'keyword' => ['4']]), $found('the+lamps,+in+some+May'), 'of any year, and what says nothing is not looked for');
        self::assertSame($this->howMany(['body' => ['Vantry 6']]), $found('vantry'));
    }

    public function testWhatIsChangedIsFoundAsItIsNow(): void
    {
        $before = $this->find('words=lighthouse');
        self::assertSame(0, $before->frames);
        $database = $this->ledger()->getConnection();
        $database->executeStatement("UPDATE shoot SET description = 'lighthouse' WHERE id = 4");
        self::assertSame(\count($this->made->having(['shoot' => ['4']], [])), $this->find('words=lighthouse')->frames);
        $database->executeStatement("UPDATE keyword SET word = 'harbour lights' WHERE id = 4");
        self::assertSame(\count($this->made->having(['keyword' => ['4']], [])), $this->find('words=harbour')->frames);
        $frame = array_key_first($this->made->having(['judged' => ['']], []));
        $frame = $this->made->having(['judged' => ['']], [])[(int) $frame];
        $kept = $this->find('judged=kept')->frames;
        $database->executeStatement("INSERT INTO judgement (frame_id, decision, stars, revision) VALUES (?, 'keep', 5, 1) ON CONFLICT (frame_id) DO UPDATE SET decision = 'keep'", [$frame]);
        self::assertSame($kept + 1, $this->find('judged=kept')->frames);
        $database->executeStatement('DELETE FROM album WHERE id = 2');
        self::assertSame(0, $this->find('album=2')->frames);
        $database->executeStatement("UPDATE copy SET state = 'missing' WHERE store_id = 1");
        self::assertSame([0, $this->find('')->of], [$this->find('store=1')->frames, $this->find('copies=missing')->frames]);
    }

    /** Who says something while the index is brought up to date, or is cut off in it, is found all the same. */
    public function testWhatIsSaidMeanwhileIsNotLost(): void
    {
        $this->service(KeepsIndex::class)->catchUp(60);
        $other = Services::of(new Kernel('test', false))->get(Connection::class);
        $frames = $this->made->having(['judged' => ['']], []);
        $kept = $this->find('judged=kept')->frames;
        $judge = "INSERT INTO judgement (frame_id, decision, stars, revision) VALUES (?, 'keep', 0, 1) ON CONFLICT (frame_id) DO UPDATE SET decision = 'keep'";
        $other->beginTransaction();
        $other->executeStatement($judge, [$frames[0]]);
        $this->ledger()->getConnection()->executeStatement($judge, [$frames[1]]);
        self::assertSame($kept + 1, $this->find('judged=kept')->frames, 'the other has not ended');
        $other->commit();
        self::assertSame($kept + 2, $this->find('judged=kept')->frames);

        // Two at once: the second leaves it to the first. Cut off, the first leaves it to the next.
        $other->executeStatement($judge, [$frames[2]]);
        $other->beginTransaction();
        $other->executeStatement('SELECT pg_advisory_xact_lock(7412, 0)');
        $other->executeStatement('DELETE FROM find_touched');
        $other->executeStatement('DELETE FROM find_bits');
        self::assertSame($kept + 2, $this->find('judged=kept')->frames, 'as it was');
        $other->rollBack();
        self::assertSame($kept + 3, $this->find('judged=kept')->frames);
        $other->close();
    }

    public function testASectionHasTheFramesOfItsShootOnly(): void
    {
        $this->find('');
        $page = $this->service(FindPage::class);
        foreach (['shoot=1&shoot=2', 'stars=4'] as $text) {
            $query = FindQuery::read($text);
            $frames = array_map(static fn (ShootFrameView $frame): int => $frame->id, $page->ofSection($query, FindOrder::Shoot, '2', 0));
            sort($frames);
            self::assertSame($this->made->having(['shoot' => ['2']] + array_diff_key($query->any, ['shoot' => 1]), []), $frames, $text);
        }
    }

    /** As everywhere: what is said of the shoot, else what the order said that it came in by. */
    public function testWorkIsFoundByTheOrderThatItCameInBy(): void
    {
        $this->ledger()->getConnection()->executeStatement('UPDATE intake SET standing_order = \'{"destination": {"kindOfWork": "harbour book"}}\'');
        $this->ledger()->getConnection()->executeStatement('UPDATE frame SET stem = stem'); // an order does not change once its frames are in
        $of = \count($this->made->having(['shoot' => ['2']], []));
        self::assertSame([$of, $of], [$this->find('work=harbour+book')->frames, $this->find('words=harbour')->frames], 'of the one shoot of which nothing is said');
    }

    public function testAnAlbumHasAnOrderOfItsOwnAndATwiceChosenFrameOnce(): void
    {
        $albums = $this->service(AlbumEntries::class);
        $some = \array_slice(array_keys($this->made->facets), 0, 6);
        [$a, $b, $c, $d, $e, $f] = $some;
        $album = $albums->called('  The  Book of boats ');
        self::assertSame([$album, 4, 2], [$albums->called('the book of BOATS'), $albums->add($album, [$d, $a, $c, $b]), $albums->add($album, [$a, $e, $f])]);
        self::assertSame([$d, $a, $c, $b, $e, $f], $albums->frames($album));
        $albums->move($album, [$b, $e], $a);
        self::assertSame([$d, $b, $e, $a, $c, $f], $albums->frames($album));
        $albums->move($album, [$d], null);
        $albums->remove($album, [$c]);
        self::assertSame([$b, $e, $a, $f, $d], $albums->frames($album));
        $albums->change($album, null, 'for the wall', $a);
        self::assertSame([$a, 5, 'for the wall'], [$albums->find($album)->cover, $albums->find($album)->frames, $albums->find($album)->note]);
        $albums->remove($album, [$a]);
        self::assertSame($b, $albums->find($album)->cover, 'a cover that was taken out is none');
        $albums->orderByTime($album);
        $times = array_map(fn (int $frame): string => $this->made->facets[$frame]['day'][0], $albums->frames($album));
        $sorted = $times;
        sort($sorted);
        self::assertSame($sorted, $times);
        self::assertSame(4, $this->find("album=$album")->frames);
        $this->expectExceptionMessage('There is another called printed. Nothing was changed.');
        $albums->change($album, 'printed', null, null);
    }

    /** PostgreSQL's manual, 12.6.6: Snowball's stemmers. */
    public function testWordsAreFoundInTheFormsOfTheLanguagesThatWereChosen(): void
    {
        $database = $this->ledger()->getConnection();
        $database->executeStatement("UPDATE shoot SET description = 'Häuser am Hafen, les bateaux' WHERE id = 4");
        $this->service(KeepsIndex::class)->catchUp(60);
        $count = \count($this->made->having(['shoot' => ['4']], []));
        self::assertSame(['"Häusern" is said nowhere; looked for hauser.'], $this->find('words=Häusern')->notes, 'no form of English');
        file_put_contents(Home::fromEnvironment()->path.'/settings.yaml', "\nlanguages: [german, french]\n", \FILE_APPEND);
        $this->restart();
        foreach (['Haus', 'Häusern', 'bateau', 'des Hafens'] as $words) {
            $view = $this->service(FindPage::class)->view(FindQuery::words($words), FindOrder::Shoot);
            self::assertSame([$count, []], [$view->frames, $view->notes], $words);
        }
        foreach (['Häuser' => FindOrder::JUST_SO, 'Haus' => FindOrder::BY_FORM, 'Hafen Häuser' => FindOrder::JUST_SO, 'Häuser Haf' => FindOrder::BY_FORM] as $words => $fit) {
            $sections = $this->service(FindPage::class)->view(FindQuery::words($words), FindOrder::Fit)->sections;
            self::assertSame([[$fit, $count]], array_map(static fn (FoundSectionView $section): array => [$section->value, $section->found], $sections), $words);
        }
    }

    public function testWhatCannotBeLookedForHasAClearError(): void
    {
        $browser = $this->browser();
        foreach ([
            ['GET', '/api/find?of=bogus%3D1', null, 'Frames are not told apart by "bogus". Nothing was looked for.'],
            ['GET', '/api/find?of=words%3D'.str_repeat('y', 4001), null, 'What is looked for may be at most 4000 characters long.'],
            ['GET', '/api/find?by=size', null, 'Frames do not stand together by "size". Nothing was looked for.'],
            ['GET', '/api/find/values?of=&facet=nope', null, 'Frames are not told apart by "nope". Nothing was looked for.'],
            ['POST', '/api/finds', ['name' => 'x', 'query' => 'bogus=1'], 'Frames are not told apart by "bogus". Nothing was looked for.'],
            ['POST', '/api/albums', ['name' => ' ', 'frames' => [4000]], 'It needs a name, of at most 200 characters. Nothing was changed.'],
            ['POST', '/api/albums', ['name' => 'x', 'frames' => [999_999]], 'There is no frame 999999 in this ledger.'],
            ['POST', '/api/albums/99', ['note' => 'x'], 'There is no album 99 in this ledger.'],
            ['POST', '/api/albums/1', ['cover' => 999_999], 'There is no frame 999999 in this ledger.'],
        ] as [$method, $path, $body, $said]) {
            $browser->request($method, $path, content: null === $body ? null : json_encode($body, \JSON_THROW_ON_ERROR));
            self::assertSame(['error' => $said], json_decode((string) $browser->getResponse()->getContent(), true), $path);
        }
        foreach (['%', '_', '\\', "';--", '🚣', 'keyword=99999999999999999999', 'store=x'] as $odd) {
            $browser->request('GET', '/api/find?of='.urlencode(str_contains($odd, '=') ? $odd : 'words='.urlencode($odd)));
            self::assertSame(200, $browser->getResponse()->getStatusCode(), $odd);
        }
    }

    /** No question reads through all frames, however many there are. */
    public function testNothingIsFoundByReadingThroughAllFrames(): void
    {
        $this->service(KeepsIndex::class)->catchUp(60);
        $database = $this->ledger()->getConnection();
        $database->executeStatement('SET enable_seqscan = off'); // so few rows are read through else, whatever there is; what cannot do without shows
        foreach (["SELECT id FROM find_value WHERE facet = 'word' AND value LIKE folded('lam%')", "SELECT id FROM find_value WHERE facet = 'word' AND value % folded('lamsp')", "SELECT frame_id FROM find_name WHERE names LIKE folded('%0412%')", "SELECT block FROM find_bits WHERE value_id IN (SELECT id FROM find_value WHERE facet = 'iso' AND value IN ('100'))", "SELECT 1 FROM find_bits b WHERE b.block = 1 AND b.facet = ANY('{iso}')"] as $query) {
            self::assertStringNotContainsString('Seq Scan', implode("\n", array_filter($database->fetchFirstColumn("EXPLAIN $query"), \is_string(...))), $query);
        }
        // And none of those that the page really asks.
        $scans = static function () use ($database): mixed {
            $database->executeStatement('SELECT pg_stat_force_next_flush()');

            return $database->fetchAllKeyValue("SELECT relname, seq_scan FROM pg_stat_user_tables WHERE relname IN ('frame', 'find_bits', 'find_name', 'original', 'copy')");
        };
        $before = $scans();
        foreach (['', 'words=lamps', 'words=lamsp+0412', 'words=may+2024&stars=4&-iso=100'] as $text) {
            $page = $this->service(FindPage::class);
            foreach ($page->view(FindQuery::read($text), FindOrder::Shoot)->sections as $section) {
                $page->ofSection(FindQuery::read($text), FindOrder::Shoot, $section->value, 0);
            }
        }
        self::assertSame($before, $scans());
        $database->executeStatement('RESET enable_seqscan');
    }

    /** @param array<string, list<string>> $any */
    private function howMany(array $any): int
    {
        return \count($this->made->having($any, []));
    }

    private function find(string $query): FindView
    {
        $this->service(KeepsIndex::class)->catchUp(60);

        return $this->service(FindPage::class)->view(FindQuery::read($query), FindOrder::Shoot);
    }
}
