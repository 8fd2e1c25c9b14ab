<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Demo\Canvas;
use VelvetLedger\Server\Orders\OrderBook;
use VelvetLedger\Server\Persistence\Find\AlbumEntries;
use VelvetLedger\Server\Settings\MachineZone;
use VelvetLedger\Tests\OnCard;
use VelvetLedger\Tests\Stills;

/** The verbs on the command line, as a shell script would use them. */
final class CommandsTest extends LedgerTestCase
{
    public function testPlanPrintsShootsFilesTotalsAndProblemsAndCopiesNothing(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.ORW', Stills::raw('2026-05-04 21:14:09'));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.JPG', '');
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0003.MOV', 'clip');
        $ran = $this->run_('plan', ['source' => $this->card('CARD')->path, '--description' => 'lantern boats', '--json' => true]);
        self::assertSame(0, $ran->getStatusCode());
        $plan = self::decoded($ran->getDisplay());
        self::assertSame(['source', 'store', 'order', 'shoots', 'folders', 'files', 'totals', 'problems', 'clocks'], array_keys($plan));
        self::assertSame([
            ['from' => 'DCIM/100ORREL/ORL_0001.ORW', 'to' => '2026/2026-05-04 lantern boats/2026-05-04_lantern-boats_0001.orw', 'intent' => 'bring in', 'reason' => null],
            ['from' => 'DCIM/100ORREL/ORL_0001.JPG', 'to' => '2026/2026-05-04 lantern boats/2026-05-04_lantern-boats_0001.jpg', 'intent' => 'bring in', 'reason' => null],
            ['from' => 'DCIM/100ORREL/ORL_0002.JPG', 'to' => null, 'intent' => 'unreadable', 'reason' => 'the file is empty (0 bytes)'],
            ['from' => 'DCIM/100ORREL/ORL_0003.MOV', 'to' => null, 'intent' => 'not a still', 'reason' => 'moving picture'],
        ], array_map(static fn (mixed $file): array => array_intersect_key(\is_array($file) ? $file : [], ['from' => 1, 'to' => 1, 'intent' => 1, 'reason' => 1]), \is_array($plan['files']) ? $plan['files'] : []));
        self::assertSame([], glob($this->store->path.'/*'));
        $text = $this->run_('plan', ['source' => $this->card('CARD')->path, '-d' => 'lantern boats'])->getDisplay();
        self::assertStringContainsString('2026/2026-05-04 lantern boats  21:14 to 21:14  1 of 1 frame, 2 files', $text);
        self::assertStringContainsString('! DCIM/100ORREL/ORL_0002.JPG cannot be read: the file is empty (0 bytes).', $text);
    }

    public function testIntakeBringsInAndEndsWith0OnlyWhenNothingWentWrong(): void
    {
        $this->reader->put('GOOD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        $this->reader->put('BAD/DCIM/100ORREL/ORL_0002.JPG', Stills::jpeg('2026-05-04 21:15:09'));
        $this->reader->put('BAD/DCIM/100ORREL/ORL_0003.JPG', str_repeat("\0", 600));
        $good = $this->run_('intake', ['source' => $this->card('GOOD')->path, '-d' => 'boats', '--json' => true]);
        self::assertSame(0, $good->getStatusCode());
        $receipt = self::decoded($good->getDisplay());
        self::assertSame(['receipt', 'lines'], array_keys($receipt));
        self::assertFileExists($this->store->path.'/2026/2026-05-04 boats/2026-05-04_boats_0001.jpg');
        $bad = $this->run_('intake', ['source' => $this->card('BAD')->path]);
        self::assertSame(1, $bad->getStatusCode());
        self::assertStringContainsString('unreadable: DCIM/100ORREL/ORL_0003.JPG: it starts with nothing but zeros', $bad->getDisplay());
        self::assertStringContainsString('2 files on the card: 1 brought in and proven, 1 unreadable.', $bad->getDisplay());
        $again = $this->run_('intake', ['source' => $this->card('GOOD')->path]);
        self::assertSame(1, $again->getStatusCode());
        self::assertStringContainsString('nothing to bring in', $again->getErrorOutput());
    }

    public function testAPlanFollowsTheOrderThatIsNamed(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-05 01:14:09'));
        $this->service(OrderBook::class)->save(OnCard::order(['shoots' => ['dayTurnsAt' => 4], 'folders' => ['levels' => [[['piece' => 'description', 'style' => 'as written']]]], 'names' => ['pieces' => [['piece' => 'camera file number']], 'extension' => 'as the camera wrote it']], 'Evenings'));
        $plan = self::decoded($this->run_('plan', ['source' => $this->card('CARD')->path, '--order' => 'Evenings', '-d' => 'Night ferry', '--json' => true])->getDisplay());
        self::assertStringContainsString('"from":"DCIM\/100ORREL\/ORL_0001.JPG","to":"Night ferry\/0001.JPG"', (string) json_encode($plan['files']));
        self::assertStringContainsString('"date":"2026-05-04"', (string) json_encode($plan['shoots']));
        self::assertStringContainsString('"name":"Evenings"', (string) json_encode($plan['order']));
        $ran = $this->run_('plan', ['source' => $this->card('CARD')->path, '--order' => 'Weddings']);
        self::assertSame([1, 'There is no standing order called "Weddings". There are: By the day, Evenings.'], [$ran->getStatusCode(), trim($ran->getErrorOutput())]);
    }

    /** A file without a date is dated by this machine's clock, in its zone: what was written at 02:30 UTC was still the evening before in New York. */
    public function testFilesWithoutADateAreDatedByTheClockOnTheWall(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', (new Canvas(60, 40))->jpeg(80), 1_777_948_200); // 2026-05-05 02:30 UTC
        $folders = [];
        foreach (['UTC', ':America/New_York', 'No/Such_Zone'] as $zone) {
            $command = new Process([\PHP_BINARY, \dirname(__DIR__, 2).'/server/console.php', 'plan', $this->reader->path.'/CARD'], null, ['TZ' => $zone]);
            $command->mustRun();
            preg_match('#^ *2026/(\S+)  #m', $command->getOutput(), $folder);
            $folders[] = $folder[1] ?? null;
        }
        self::assertSame(['2026-05-05', '2026-05-04'], \array_slice($folders, 0, 2));
        self::assertNotNull($folders[2]);
        $link = $this->reader->path.'/localtime';
        symlink('/usr/share/zoneinfo/Europe/Berlin', $link);
        $named = $this->reader->put('timezone', "Asia/Tokyo\n");
        self::assertSame(['Australia/Perth', 'Europe/Berlin', 'Asia/Tokyo', null], [MachineZone::of(':Australia/Perth', $link, $named), MachineZone::of(false, $link, $named), MachineZone::of('nowhere', $named, $named), MachineZone::of('', $named, $link)]);
    }

    public function testASourceThatIsNotThereIsSaidInASentence(): void
    {
        foreach (['plan', 'intake'] as $verb) {
            $ran = $this->run_($verb, ['source' => $this->reader->path.'/PULLED']);
            self::assertSame(1, $ran->getStatusCode());
            self::assertStringContainsString('is not a folder that can be read. If it is a card, it may have been pulled out.', $ran->getErrorOutput());
        }
    }

    public function testReadPrintsOneObjectAFileInOrderWithNullForWhatIsUnknown(): void
    {
        $jpeg = $this->reader->put('b.JPG', Stills::jpeg('2026-05-04 21:14:09', 3, 7));
        $text = $this->reader->put('a.txt.jpg', 'a text file');
        $ran = $this->run_('read', ['file' => [$jpeg, $text, '/nowhere.cr2'], '--json' => true]);
        self::assertSame(1, $ran->getStatusCode());
        $found = self::decoded($ran->getDisplay());
        self::assertCount(3, $found);
        [$one, $two, $three] = array_map(static fn (mixed $row): array => \is_array($row) ? $row : [], array_values($found));
        foreach (['file', 'kind', 'takenAt', 'subsecond', 'offset', 'make', 'model', 'serial', 'lens', 'exposureSeconds', 'fNumber', 'iso', 'focalLengthMm', 'exposureBiasEv', 'orientation', 'width', 'height', 'rating', 'previews', 'readBy', 'error'] as $field) {
            self::assertArrayHasKey($field, $one);
            self::assertArrayHasKey($field, $three);
        }
        self::assertSame(['2026-05-04T21:14:09', '07', 'core', null, 'still rendered'], [$one['takenAt'], $one['subsecond'], $one['readBy'], $one['error'], $one['kind']]);
        self::assertSame([null, null, true], [$two['takenAt'], $two['readBy'], str_contains(\is_string($two['error']) ? $two['error'] : '', 'no still-picture format known')]);
        self::assertStringContainsString('could not read /nowhere.cr2', \is_string($three['error']) ? $three['error'] : '');
        self::assertStringContainsString('model              Orrel M4', $this->run_('read', ['file' => [$jpeg]])->getDisplay());
    }

    /** More than one process takes; one that is killed is made good by the others. */
    public function testManyFilesAreReadByManyAndToldInOrder(): void
    {
        $jpeg = Stills::jpeg('2026-05-04 21:14:09');
        $paths = array_map(fn (int $i): string => 3 === $i % 7 ? "/nowhere/$i.cr2" : $this->reader->put("$i.JPG", $jpeg), range(1, 200));
        $script = $this->reader->put('read.php', '<?php require $argv[1]; $parent = getmypid(); echo json_encode(VelvetLedger\Server\Tools\InParts::of(array_slice($argv, 3), static fn (string $path): array => getmypid() === $parent || "kill" !== $argv[2] ? ["path" => $path, "exists" => is_file($path)] : (array) posix_kill(getmypid(), 9)));');
        foreach (['', 'kill'] as $how) {
            $said = (new Process(['php8.2', $script, \dirname(__DIR__, 2).'/vendor/autoload.php', $how, ...$paths]))->mustRun()->getOutput();
            self::assertSame(array_map(static fn (string $path): array => ['path' => $path, 'exists' => is_file($path)], $paths), json_decode($said, true), $how);
        }
    }

    public function testFramesAreFoundAndCopiedOutInAnAlbumsOrder(): void
    {
        $this->drives('Bellows');
        for ($i = 1; $i <= 3; ++$i) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$i.JPG", Stills::jpeg("2026-05-04 21:14:0$i", $i));
        }
        $this->bringIn('CARD', new Wishes(otherwise: 'lantern boats'));
        $out = $this->reader->path.'/out';
        mkdir($out);
        self::assertStringContainsString("2026-05-04T21:14:02  2026-05-04_lantern-boats_0002  2026/2026-05-04 lantern boats/\n", $this->found(['words' => ['boat', 'may']]));
        $file = '2026/2026-05-04 lantern boats/2026-05-04_lantern-boats_000%d.jpg';
        self::assertStringContainsString($this->onDrive('Anvil', \sprintf($file, 3)), $this->found(['words' => ['boats'], '--paths' => true]));
        $this->service(AlbumEntries::class)->add($this->service(AlbumEntries::class)->called('wall'), [3, 1, 2]);
        $bytes = array_map(fn (int $i): string => (string) file_get_contents($this->onDrive('Bellows', \sprintf($file, $i))), [3, 1, 2]);
        file_put_contents($this->onDrive('Anvil', \sprintf($file, 1)), 'damaged'); // the other drive's is taken
        file_put_contents($out.'/002_2026-05-04_lantern-boats_0001.jpg', 'somebody else\'s');
        $wall = ['--of' => 'album=1', '--copy-to' => $out];
        self::assertStringContainsString('2 pictures in', $this->found($wall));
        self::assertSame('somebody else\'s', file_get_contents($out.'/002_2026-05-04_lantern-boats_0001.jpg'), 'nothing is written over');
        unlink($out.'/002_2026-05-04_lantern-boats_0001.jpg');
        self::assertStringContainsString("3 pictures in $out, read back, and as the ledger has them.", $this->found($wall), 'and it goes on');
        self::assertSame($bytes, array_map(static fn (string $name): string => (string) file_get_contents("$out/$name"), array_values(array_diff(scandir($out), ['.', '..']))));
        mkdir("$out/links");
        $this->drivesAway('Anvil');
        self::assertStringContainsString('3 pictures in', $this->found(['--of' => 'album=1', '--copy-to' => "$out/links", '--link' => true]));
        self::assertSame($this->onDrive('Bellows', \sprintf($file, 3)), readlink("$out/links/001_2026-05-04_lantern-boats_0003.jpg"));
        self::assertSame(1, $this->run_('find', ['words' => ['zzyzx']])->getStatusCode());
    }

    public function testReadActsOnNoTerminalAndOpensNothingButFiles(): void
    {
        $escape = $this->reader->put("a\e[31m\x07.JPG", 'a text file');
        symlink($escape, $this->reader->path.'/link.JPG');
        posix_mkfifo($this->reader->path.'/pipe.CR2', 0o600);
        $said = $this->run_('read', ['file' => [$escape, $this->reader->path.'/none'.$escape, $this->reader->path.'/link.JPG', $this->reader->path.'/pipe.CR2', '']])->getDisplay();
        self::assertDoesNotMatchRegularExpression('/[\x00-\x09\x0B-\x1F\x7F]/', $said);
        self::assertStringContainsString('a\x1B[31m\x07.JPG', $said);
        self::assertSame(2, substr_count($said, 'it is not a regular file'));
        self::assertStringContainsString('could not read "": that is no file\'s name', $said);
    }

    /** @param array<string, mixed> $with */
    private function found(array $with): string
    {
        return $this->run_('find', $with)->getDisplay();
    }

    /** @param array<string, mixed> $input */
    private function run_(string $verb, array $input): CommandTester
    {
        $tester = new CommandTester((new Application(self::bootKernel()))->find($verb));
        $tester->execute($input, ['capture_stderr_separately' => true]);

        return $tester;
    }

    /** @return array<mixed> */
    private static function decoded(string $json): array
    {
        $decoded = json_decode($json, true);
        self::assertIsArray($decoded, $json);

        return $decoded;
    }
}
