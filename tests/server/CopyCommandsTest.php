<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;
use VelvetLedger\Tests\Stills;

/** "prove", "clearance", "stores" and "owed" as a script at night would use them: by what they end with, and their JSON. */
final class CopyCommandsTest extends LedgerTestCase
{
    private const FRAME = '/2026/2026-05-04/2026-05-04_0001.jpg';

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        foreach ([1, 2] as $number) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$number.JPG", Stills::jpeg("2026-05-04 21:14:0$number", $number));
        }
    }

    /**
     * @param \Closure(self): mixed $then  done after the intake
     * @param list<string>          $says  on standard output or beside it
     * @param array<string, mixed>  $input
     */
    #[DataProvider('cases')]
    public function testACommandEndsWithWhatAScriptCanUse(string $verb, array $input, \Closure $then, int $code, array $says): void
    {
        $this->bringIn('CARD');
        $then($this);
        $ran = $this->run_($verb, $input + ('clearance' === $verb ? ['source' => $this->reader->path.'/CARD'] : []));
        $said = $ran->getDisplay().$ran->getErrorOutput();
        self::assertSame($code, $ran->getStatusCode(), $said);
        foreach ($says as $words) {
            self::assertStringContainsString($words, $said);
        }
    }

    /** @return iterable<string, array{string, array<string, mixed>, \Closure(self): mixed, int, list<string>}> */
    public static function cases(): iterable
    {
        $nothing = static fn (self $test): mixed => null;
        $rots = static fn (self $test): mixed => file_put_contents($test->at('Bellows').self::FRAME, 'rot', \FILE_APPEND);
        $bothRot = static fn (self $test): mixed => [$rots($test), file_put_contents($test->at('Anvil').self::FRAME, 'rot', \FILE_APPEND)];
        $leaves = static fn (self $test): mixed => rename($test->store->path.'/Bellows', $test->store->path.'/.Bellows');
        $another = static fn (self $test): mixed => $test->reader->put('CARD/DCIM/100ORREL/ORL_0003.JPG', Stills::jpeg('2026-05-04 21:15:00', 3));
        yield 'all holds' => ['prove', [], $nothing, 0, ['Anvil: 2 copies read, all as the ledger has them', 'Bellows: 2 copies read']];
        yield 'one store by its name' => ['prove', ['store' => 'Bellows'], $nothing, 0, ['Bellows: 2 copies read']];
        yield 'a copy rotted' => ['prove', ['store' => 'Bellows'], $rots, 1, ['  Bellows: differs: 2026/2026-05-04/2026-05-04_0001.jpg: ']];
        yield 'the other store is not to blame for it' => ['prove', ['store' => 'Anvil'], $rots, 0, ['all as the ledger has them']];
        yield 'rotted and mended' => ['prove', ['store' => 'Bellows', '--mend' => true], $rots, 0, ['Bellows']];
        yield 'mended from the card, which has it yet' => ['prove', ['--mend' => true], $bothRot, 0, ['Bellows']];
        yield 'nothing to mend it from' => ['prove', ['--mend' => true], static fn (self $test): mixed => [$bothRot($test), rename($test->reader->path.'/CARD', $test->reader->path.'/.CARD')], 1, ['2026-05-04_0001.jpg']];
        yield 'a store that is not called so' => ['prove', ['store' => 'Chest'], $nothing, 2, ['There is no store to prove']];
        yield 'those that are there' => ['prove', [], $leaves, 0, ['Anvil: 2 copies read']];
        yield 'one that is away' => ['prove', ['store' => 'Bellows'], $leaves, 2, ['0 copies read', 'Attach its drive']];

        yield 'a card that is cleared' => ['clearance', [], $nothing, 0, ['CARD may be formatted: 2 files on it have 2 proven copies on 2 devices.']];
        yield 'a frame more' => ['clearance', [], $another, 1, ['Not yet: keep CARD as it is. Of 3 files, 1 is nowhere but on this card.', 'DCIM/100ORREL/ORL_0003.JPG']];
        yield 'a copy of another size' => ['clearance', [], $rots, 1, ['1 has too few proven copies']];
        yield 'a mirror in a drawer' => ['clearance', [], $leaves, 0, ['may be formatted']];
        yield 'no card' => ['clearance', ['source' => '/nowhere'], $nothing, 2, ['is not a folder that can be read']];

        yield 'all are there' => ['stores', [], $nothing, 0, ['Anvil (main', 'Bellows (mirror', '2 proven copies']];
        yield 'one is away' => ['stores', [], $leaves, 1, ['Bellows (mirror', 'away']];
        yield 'one has a bad copy' => ['stores', [], static fn (self $test): mixed => [$rots($test), $test->run_('prove', [])], 1, ['Bellows']];
    }

    public function testJsonIsOneObject(): void
    {
        $this->bringIn('CARD');
        file_put_contents($this->at('Bellows').self::FRAME, 'rot', \FILE_APPEND);
        $proof = $this->json('prove', []);
        self::assertSame(['proofs', 'bad'], array_keys($proof));
        self::assertSame([['done', 2, 0], ['done', 2, 1]], array_map(static fn (array $one): array => [$one['state'], $one['filesRead'], $one['bad']], self::rows($proof, 'proofs')));
        self::assertSame([['2026/2026-05-04/2026-05-04_0001.jpg', 'differs', 'Bellows', ['Anvil']]], array_map(static fn (array $copy): array => [$copy['path'], $copy['state'], $copy['storeName'], $copy['good']], self::rows($proof, 'bad')));
        $verdict = $this->json('clearance', ['source' => $this->reader->path.'/CARD']);
        self::assertSame([false, 2, 1], [$verdict['mayBeFormatted'], $verdict['files'], $verdict['cleared']]);
        self::assertSame(['DCIM/100ORREL/ORL_0001.JPG'], array_column(self::rows($verdict, 'missing'), 'path'));
        self::assertSame(['Anvil', 'Bellows'], array_column(self::rows($this->json('stores', []), 'stores'), 'name'));
    }

    public function testWhatSeemsToBeHeldIsReadInFullWhereAskedFor(): void
    {
        $this->bringIn('CARD');
        foreach ([1, 2] as $number) {
            $this->reader->put("AGAIN/DCIM/100ORREL/ORL_000$number.JPG", (string) file_get_contents($this->reader->path."/CARD/DCIM/100ORREL/ORL_000$number.JPG"));
        }
        $input = ['source' => $this->reader->path.'/AGAIN'];
        self::assertStringContainsString('2 seem to be held, and must be read in full to be sure', $this->run_('clearance', $input)->getDisplay());
        $compared = $this->run_('clearance', $input + ['--compare' => true]);
        self::assertSame([0, 'AGAIN may be formatted: 2 files on it have 2 proven copies on 2 devices.'], [$compared->getStatusCode(), trim($compared->getDisplay())]);
        self::assertSame(0, $this->run_('clearance', $input)->getStatusCode(), 'what was read is known');
    }

    public function testOwedCopiesAreMadeByACommand(): void
    {
        rename($this->store->path.'/Bellows', $this->store->path.'/.Bellows');
        self::assertSame(0, $this->run_('intake', ['source' => $this->reader->path.'/CARD'])->getStatusCode(), 'a mirror that is away is no failure');
        self::assertSame(1, $this->run_('clearance', ['source' => $this->reader->path.'/CARD'])->getStatusCode());
        rename($this->store->path.'/.Bellows', $this->store->path.'/Bellows');
        $this->run_('owed', []);
        self::assertFileEquals($this->at('Anvil').self::FRAME, $this->at('Bellows').self::FRAME);
        self::assertSame(0, $this->run_('stores', [])->getStatusCode());
        self::assertSame(0, $this->run_('clearance', ['source' => $this->reader->path.'/CARD'])->getStatusCode());
    }

    private function at(string $drive): string
    {
        return $this->store->path.'/'.$drive.'/pictures';
    }

    /** @param array<string, mixed> $input */
    private function run_(string $verb, array $input): CommandTester
    {
        self::ensureKernelShutdown();
        $tester = new CommandTester((new Application(self::bootKernel()))->find($verb));
        $tester->execute($input, ['capture_stderr_separately' => true]);

        return $tester;
    }

    /**
     * @param array<string, mixed> $input
     *
     * @return array<mixed>
     */
    private function json(string $verb, array $input): array
    {
        $decoded = json_decode($this->run_($verb, $input + ['--json' => true])->getDisplay(), true);

        return \is_array($decoded) ? $decoded : self::fail("$verb printed no JSON");
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
}
