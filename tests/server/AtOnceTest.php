<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\DependencyInjection\ContainerInterface;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Keeping\Wanted;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Stamp\StampChange;
use VelvetLedger\Core\Transfer\Medium;
use VelvetLedger\Core\Transfer\ReadsBack;
use VelvetLedger\Core\Transfer\ReadsBackHere;
use VelvetLedger\Server\Clearance\CompareCard;
use VelvetLedger\Server\Conversion\ConvertsRaw;
use VelvetLedger\Server\Copies\CouldNotMend;
use VelvetLedger\Server\Copies\FindsLost;
use VelvetLedger\Server\Copies\Mending;
use VelvetLedger\Server\Copies\OwedSteps;
use VelvetLedger\Server\Copies\Proving;
use VelvetLedger\Server\Copies\SeesCopies;
use VelvetLedger\Server\Intake\RunIntake;
use VelvetLedger\Server\Keeping\ChangesNames;
use VelvetLedger\Server\Pages\BadCopies;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Conversions\ConversionRepository;
use VelvetLedger\Server\Persistence\Copies\ProvingRepository;
use VelvetLedger\Server\Persistence\Intakes\RunsElsewhere;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Stamps\ChangeStamps;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\Stills;

/**
 * Done at once, work does no harm: in the midst of each kind of work that writes, another process does all the other kinds in
 * the same shoot, and the same once more; afterwards all is as if one had waited for the other.
 */
final class AtOnceTest extends LedgerTestCase
{
    private const KINDS = ['rename', 'bring in', 'owed', 'stamp', 'convert', 'move', 'mend', 'prove', 'see', 'find', 'compare'];
    private const FOLDER = '2026/2026-05-04';

    #[TestWith(['bring in'])]
    #[TestWith(['owed'])]
    #[TestWith(['stamp'])]
    #[TestWith(['convert'])]
    #[TestWith(['mend'])]
    public function testInTheMidstOfOneAllOthersAreDone(string $one): void
    {
        $this->allIsToBeDone();
        $this->everything(); // one after the other
        $expected = $this->cameTo();
        self::assertSame([[], [], ['proven'], [], [], []], \array_slice($expected, 2), 'nothing is left to be done');

        $this->allIsToBeDone();
        self::ensureKernelShutdown();
        self::bootKernel();
        $other = self::createKernel();
        $other->boot();
        $elsewhere = $other->getContainer()->get('test.service_container');
        self::assertInstanceOf(ContainerInterface::class, $elsewhere);
        $medium = new MeddlingMedium();
        self::getContainer()->set(Medium::class, $medium);
        self::getContainer()->set(ReadsBack::class, new ReadsBackHere($medium));
        $begun = false;
        $first = array_flip(self::KINDS)[$one] ?? 0;
        $medium->meanwhile = function () use ($elsewhere, $first, &$begun): void {
            $begun = true;
            foreach ([...\array_slice(self::KINDS, $first), ...\array_slice(self::KINDS, 0, $first)] as $kind) {
                $this->do($kind, $elsewhere);
            }
        };
        $this->do($one, self::getContainer());
        self::assertTrue($begun, 'it was in the midst of it');
        $other->shutdown();
        $this->everything();
        self::assertSame($expected, $this->cameTo());
    }

    /** A shoot with a raw and two JPEGs on two drives: one copy owed, one bad, stamps changed, the raw to be converted, and a second card for it asked for. */
    private function allIsToBeDone(): void
    {
        $this->store = new Folder();
        $this->drives('Bellows');
        $order = OrderDocument::read(['dng' => ['mode' => 'beside the raw']] + OrderDocument::of(StandingOrder::byTheDay()));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.ORW', Stills::raw('2026-05-04 21:14:01', 1));
        foreach ([2, 3] as $number) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$number.JPG", Stills::jpeg("2026-05-04 21:14:0$number", $number));
        }
        foreach ([4, 5] as $number) {
            $this->reader->put("MORE/DCIM/100ORREL/ORL_000$number.JPG", Stills::jpeg("2026-05-04 21:14:0$number", $number));
        }
        $this->bringOn($this->start('CARD', new Wishes($order))->id());
        $frames = array_map(static fn (LedgerFrame $frame): int => $frame->id(), $this->service(ShootRepository::class)->frames($this->service(ShootRepository::class)->find(1)));
        $this->service(ChangeStamps::class)->change($this->service(ShootRepository::class)->find(1), $frames, StampChange::read(Fields::of(['rating' => 3])));
        $this->start('MORE', new Wishes($order));
        unlink($this->onDrive('Bellows', self::FOLDER.'/2026-05-04_0002.jpg'));
        file_put_contents($this->onDrive('Bellows', self::FOLDER.'/2026-05-04_0003.jpg'), 'rot', \FILE_APPEND);
        $this->ledger()->getConnection()->executeStatement("UPDATE copy SET state = CASE WHEN path LIKE '%_0002.jpg' THEN 'owed' ELSE 'differs' END, checksum = CASE WHEN path LIKE '%_0002.jpg' THEN NULL ELSE 'rotten' END WHERE store_id = 2 AND path LIKE '%.jpg'");
    }

    private function everything(): void
    {
        for ($round = 0; $round < 2; ++$round) {
            self::ensureKernelShutdown();
            self::bootKernel();
            foreach (['rename', 'bring in', 'mend', 'move', 'stamp', 'convert', 'stamp', 'owed', 'prove', 'mend', 'prove', 'move'] as $kind) {
                $this->do($kind, self::getContainer());
            }
        }
    }

    private function do(string $kind, ContainerInterface $in): void
    {
        $ledger = new Services($in);
        match ($kind) {
            'bring in' => self::unlessElsewhere(static fn () => $ledger->get(RunIntake::class)->run(2, static fn (int $bytes, int $files) => null)),
            'rename' => self::rename($ledger),
            'move' => $ledger->get(OwedSteps::class)->all(1, static fn (int $bytes) => null),
            'owed' => $ledger->get(OwedSteps::class)->all(2, static fn (int $bytes) => null),
            'stamp' => $ledger->get(ChangeStamps::class)->write(1, static fn () => null, []),
            'convert' => array_map($ledger->get(ConvertsRaw::class)->convert(...), $ledger->get(ConversionRepository::class)->overlooked(-10, [1])),
            'mend' => self::mend($ledger),
            'prove' => self::prove($ledger),
            'see' => $ledger->get(SeesCopies::class)->shoot(1),
            'find' => $ledger->get(FindsLost::class)->ofShoot(1),
            'compare' => $ledger->get(CompareCard::class)->compare($this->card('CARD')->id, static fn () => null),
            default => self::fail($kind),
        };
    }

    private static function unlessElsewhere(\Closure $run): void
    {
        try {
            $run();
        } catch (RunsElsewhere) {
            return; // the other is at it
        }
    }

    private static function mend(Services $ledger): void
    {
        foreach ($ledger->get(BadCopies::class)->of(0, 0) as $bad) {
            try {
                $ledger->get(Mending::class)->mend($bad->id);
            } catch (CouldNotMend) {
                continue; // the other is at it, or there is no good copy just now
            }
        }
    }

    /** Two of the frames change their names with each other; the raw has another name in another folder. */
    private static function rename(Services $ledger): void
    {
        $shoot = $ledger->get(ShootRepository::class)->find(1);
        $ledger->get(ChangesNames::class)->change($shoot, [1 => new Wanted(self::FOLDER.'/quay', 'quay 1'), 2 => new Wanted(self::FOLDER, '2026-05-04_0003'), 3 => new Wanted(self::FOLDER, '2026-05-04_0002')], AskedBy::Page);
    }

    private static function prove(Services $ledger): void
    {
        foreach ($ledger->get(Stores::class)->all() as $store) {
            $ledger->get(Proving::class)->prove($ledger->get(ProvingRepository::class)->ask($store->id(), null, null), static fn () => null);
        }
    }

    /** @return list<array<mixed>> both trees without what was set aside, temporary files, states, what failed, what is noted */
    private function cameTo(): array
    {
        $tree = fn (string $drive): array => array_filter(preg_replace('/^\d* /', '', Folder::tree($this->onDrive($drive))), static fn (string $path): bool => !str_starts_with($path, '/Set aside'), \ARRAY_FILTER_USE_KEY);
        $parts = array_merge(...array_map(fn (string $drive): array => array_filter(FolderNames::in($this->onDrive($drive, self::FOLDER)), static fn (string $name): bool => str_ends_with($name, '.part')), ['Anvil', 'Bellows']));

        return [
            $tree('Anvil'),
            $tree('Bellows'),
            $parts,
            $this->column("SELECT path FROM receipt_line WHERE outcome <> 'brought in' UNION SELECT because FROM conversion WHERE state <> 'proven'"),
            $this->column('SELECT DISTINCT state FROM copy'),
            $this->column('SELECT stamp_note FROM frame WHERE stamp_note IS NOT NULL OR restamp'),
            $this->column('SELECT stem || ending FROM file JOIN frame ON frame.id = frame_id GROUP BY 1 HAVING count(*) > 1'),
            $this->column("SELECT kind FROM step WHERE state = 'waiting' UNION ALL SELECT c.path FROM copy c JOIN file f ON f.id = c.file_id JOIN frame r ON r.id = f.frame_id WHERE c.path <> r.folder || '/' || r.stem || f.ending"),
        ];
    }
}
