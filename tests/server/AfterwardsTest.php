<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Work\BringIn;
use VelvetLedger\Server\Work\BringsIn;
use VelvetLedger\Tests\OnCard;
use VelvetLedger\Tests\Stills;

/** The next step is elsewhere: by hand, and by itself when all of a card is in. */
final class AfterwardsTest extends LedgerTestCase
{
    private const ORDER = ['afterwards' => ['open' => 'notes', 'eject' => true], 'copies' => ['number' => 1]];

    protected function setUp(): void
    {
        parent::setUp();
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:01', 1));
        $this->toldOf(true);
    }

    public function testAShootIsOpenedAndItsClearedCardEjected(): void
    {
        $this->byTheWorker();
        self::assertSame($this->store->path."/2026/2026-05-04 boats\n", $this->opened());
        self::assertDirectoryDoesNotExist($this->reader->path.'/CARD');
        self::assertContains('Receipt 1: the card was ejected, as its order says.', $this->column('SELECT entry FROM day_book_entry'));
        $this->fresh(BringsIn::class)(new BringIn(1)); // told twice
        self::assertSame(1, \count(array_filter($this->column('SELECT entry FROM day_book_entry'), static fn (mixed $entry): bool => \is_string($entry) && str_contains($entry, 'ejected'))));
    }

    public function testACardThatIsNotClearedStays(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.MOV', 'a clip that stays on the card');
        $this->byTheWorker();
        self::assertDirectoryExists($this->reader->path.'/CARD');
    }

    public function testWhatCouldNotBeDoneIsInTheDayBook(): void
    {
        $this->toldOf(false);
        file_put_contents(Home::fromEnvironment()->path.'/settings.yaml', str_replace('notes:', 'other:', (string) file_get_contents(Home::fromEnvironment()->path.'/settings.yaml')));
        $this->fresh(BringsIn::class);
        $this->byTheWorker();
        $said = implode("\n", array_filter($this->column('SELECT entry FROM day_book_entry'), \is_string(...)));
        self::assertStringContainsString('Receipt 1: The settings name no program "notes"; there are other.', $said);
        self::assertStringContainsString('Receipt 1: CARD was not ejected: "false" ended with 1', $said);
    }

    public function testFoldersAndFilesAreOpenedFromThePageWhereverTheyAre(): void
    {
        $this->drives('Bellows');
        $this->toldOf(false, true);
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
        $browser = $this->browser();
        $ask = static function (array $what) use ($browser): mixed {
            $browser->request('POST', '/api/elsewhere', content: json_encode($what, \JSON_THROW_ON_ERROR));

            return json_decode((string) $browser->getResponse()->getContent(), true);
        };
        $file = '2026/2026-05-04 boats/2026-05-04_boats_0001.jpg';
        self::assertSame([$this->onDrive('Anvil', $file)], $ask(['shoot' => 1, 'frames' => [1]]));
        self::assertSame([\dirname($this->onDrive('Anvil', $file))], $ask(['receipt' => 1, 'program' => 'notes']));
        self::assertSame(\dirname($this->onDrive('Anvil', $file))."\n", $this->opened());
        $this->drivesAway('Anvil');
        self::assertSame([$this->onDrive('Bellows', $file)], $ask(['shoot' => 1, 'frames' => [1]]));
        $this->drivesAway('Bellows');
        self::assertSame('Nothing of boats is on a drive that is here now.', ((array) $ask(['shoot' => 1]))['error'] ?? null);
    }

    private function byTheWorker(): void
    {
        $this->start('CARD', new Wishes(OnCard::order(self::ORDER), otherwise: 'boats'));
        $this->service(BringsIn::class)(new BringIn(1));
    }

    /** What the program of the settings was given. */
    private function opened(): string
    {
        for ($i = 0; $i < 100 && '' === (string) @file_get_contents($this->store->path.'/.opened'); ++$i) {
            usleep(50_000);
        }

        return (string) @file_get_contents($this->store->path.'/.opened');
    }

    private function toldOf(bool $ejects, bool $keep = false): void
    {
        $file = Home::fromEnvironment()->path.'/settings.yaml';
        if (!$keep) {
            $this->settings();
        }
        $words = static fn (string ...$words): string => json_encode($words, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_SLASHES);
        $notes = $words('sh', '-c', 'printf "%s\n" "$@" > '.$this->store->path.'/.opened', 'notes', '{paths}');
        $command = !$ejects ? $words('false', '{volume}') : $words('sh', '-c', 'mv "$0" "$(dirname "$0")/.out"', '{volume}');
        file_put_contents($file, file_get_contents($file)."eject: $command\nprograms: { notes: $notes }\n");
        self::ensureKernelShutdown();
        self::bootKernel();
    }
}
