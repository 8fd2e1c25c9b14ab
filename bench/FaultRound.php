<?php

declare(strict_types=1);

namespace VelvetLedger\Bench;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Container\ContainerInterface;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Keeping\CouldNotRename;
use VelvetLedger\Core\Keeping\KeepingWish;
use VelvetLedger\Core\Keeping\Wanted;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Order\StationeryKind;
use VelvetLedger\Core\Placing\Verb;
use VelvetLedger\Core\Transfer\ChecksumList;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Server\Conversion\ConvertsRaw;
use VelvetLedger\Server\Copies\Mending;
use VelvetLedger\Server\Keeping\ChangesNames;
use VelvetLedger\Server\Keeping\KeepsShoots;
use VelvetLedger\Server\Keeping\LetsFramesGo;
use VelvetLedger\Server\Keeping\SetsAside;
use VelvetLedger\Server\Kernel;
use VelvetLedger\Server\Orders\OrderBook;
use VelvetLedger\Server\Orders\Stationery;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Placing\LeavingRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Placing\PlacesShoots;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Stamps\ChangeStamps;
use VelvetLedger\Server\Stores\ChangeStores;
use VelvetLedger\Tests\Stills;

/**
 * One intake to a main store and a mirror, or the stamping, mending, converting or making of owed copies after it, with
 * something going wrong under it, brought to its end afterwards; then ledger and disks are held against each other. In a
 * process of its own, as the command line runs it, so that it can be killed. Every second round stamps what comes in.
 */
final class FaultRound
{
    public const FAULTS = ['killed', 'killed twice', 'main fills', 'mirror fills', 'card leaves', 'card exchanged', 'mirror leaves', 'main leaves', 'a bit flips', 'permissions', 'a name is taken', 'database ends it', 'database restarts', 'two at once', 'a file changes', 'database full', 'stamping killed', 'a drive leaves a stamping', 'owed copies killed', 'mending killed', 'converting killed', 'moving killed', 'moving killed where case makes no difference', 'a drive leaves while files move', 'setting aside killed', 'a drive leaves while frames are set aside', 'filing away killed', 'a drive leaves while shoots are filed away', 'the working drive fails while it is filed away'];

    /** Copies that are damaged to be mended. */
    private const DAMAGED = 20;

    /** What is owed when all was gone on with, by query. */
    private const OWED = [
        'to be stamped' => 'SELECT id, stamp_note FROM frame WHERE restamp OR stamp_note IS NOT NULL',
        'about to be another' => 'SELECT id FROM file WHERE coming IS NOT NULL',
        'to be converted' => "SELECT id, state, because FROM conversion WHERE state <> 'proven'",
        'to be mended' => "SELECT path, state, because FROM copy WHERE state IN ('missing', 'differs') AND (SELECT count(*) FROM day_book_entry WHERE kind = 'repair') > 0",
        'to be moved' => "SELECT id, kind, from_path, to_path, because FROM step WHERE state = 'waiting'",
        'to follow' => "SELECT id, folders, because FROM following WHERE state = 'waiting' OR because IS NOT NULL",
        'elsewhere than wanted' => "SELECT c.path FROM copy c JOIN file f ON f.id = c.file_id JOIN frame r ON r.id = f.frame_id WHERE c.state <> 'left' AND c.path <> r.folder || '/' || r.stem || f.ending",
        'touched' => 'SELECT * FROM shoot_touched',
    ];

    private readonly string $place;
    private Kernel $kernel;

    public function __construct(private readonly string $fault, private readonly int $seed, private readonly int $files = 160)
    {
        mt_srand($seed);
        $this->place = sys_get_temp_dir().'/ledger-faults-'.bin2hex(random_bytes(5));
        foreach (['reader/CARD/DCIM/100ORREL', 'drives/Anvil', 'drives/Bellows'] as $folder) {
            mkdir($this->place.'/'.$folder, 0o777, true);
        }
        file_put_contents(Home::fromEnvironment()->path.'/settings.yaml', "readers: ['{$this->place}/reader']\nsimulated_drives: '{$this->place}/drives'\nstores:\n    main: { name: Anvil, path: '{$this->place}/drives/Anvil/p' }\n    mirrors: [{ name: Bellows, path: '{$this->place}/drives/Bellows/p' }]\n");
        for ($i = 1; $i <= $files; ++$i) {
            $this->still($i, 1_777_900_000 + $i, mt_rand(1, 60_000));
        }
        $this->kernel = new Kernel('test', false);
        $this->kernel->boot();
        EmptyLedger::make($this->database());
        $this->mount();
        $this->run('prepare')->wait();
        if (1 === $seed % 2) {
            $this->service(Stationery::class)->save(StationeryKind::Rights, 'Studio', ['creator' => 'Ada Tern', 'notice' => '© [year] Studio']);
        }
    }

    public function __destruct()
    {
        $this->kernel->shutdown();
        foreach (['Anvil', 'Bellows'] as $drive) {
            (new Process(['umount', '-l', "{$this->place}/drives/$drive"]))->run();
        }
        (new Process(['chmod', '-R', 'u+rwx', $this->place]))->run();
        (new Process(['rm', '-rf', $this->place]))->run();
    }

    /** @return list<string> what is wrong afterwards: nothing, where all is well */
    public function play(): array
    {
        $first = $this->intake();
        $this->strike($first);
        $first->wait();
        $this->undo();
        for ($try = 0; $try < 4 && 0 !== $this->intake()->wait() && $this->isUnsettled(); ++$try) {
        }
        $this->goOnWithWork();
        $this->makeOwed();
        if (str_ends_with($this->fault, 'difference')) {
            sleep(2); // so long the kernel may know a name on a drive of FUSE by another case (libfuse's entry_timeout, 1 s)
            $this->makeOwed();
        }
        $this->prove();

        return [...$this->accounts(), ...$this->work(), ...$this->disks()];
    }

    private function strike(Process $intake): void
    {
        $this->waitForFiles(mt_rand(0, (int) ($this->files * 0.6)), $intake);
        match ($this->fault) {
            'killed' => $intake->signal(\SIGKILL),
            'killed twice' => $this->killTwice($intake),
            'card leaves' => $this->away('reader/CARD', 'reader/.CARD'),
            'card exchanged' => $this->exchange(),
            'mirror leaves' => $this->away('drives/Bellows', 'drives/.Bellows'),
            'main leaves' => $this->away('drives/Anvil', 'drives/.Anvil'),
            'a bit flips' => $this->flip($intake),
            'permissions' => $this->withdraw(),
            'a name is taken' => $this->takeName(),
            'database ends it' => $this->database()->executeStatement('SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE pid <> pg_backend_pid() AND datname = current_database()'),
            'database restarts' => $this->restart(),
            'two at once' => $this->intake()->wait(),
            'a file changes' => $this->still($this->files, 1_777_999_999, 9),
            'database full' => $this->database()->executeStatement("CREATE OR REPLACE FUNCTION is_full() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION 'could not extend file' USING ERRCODE = '53100'; END $$; CREATE OR REPLACE TRIGGER is_full BEFORE INSERT ON proof FOR EACH ROW EXECUTE FUNCTION is_full()"),
            'stamping killed', 'a drive leaves a stamping' => $this->cutStamping($intake),
            'owed copies killed' => $this->cutOwed($intake),
            'mending killed' => $this->cutMending($intake),
            'converting killed' => $this->cutConverting($intake),
            'moving killed', 'moving killed where case makes no difference' => $this->cutKeeping($intake),
            'a drive leaves while files move' => $this->cutMoving($intake),
            'setting aside killed', 'a drive leaves while frames are set aside' => $this->cutSettingAside($intake),
            'filing away killed', 'a drive leaves while shoots are filed away' => $this->cutFiling($intake),
            'the working drive fails while it is filed away' => $this->loseWorkingDrive($intake),
            default => null,
        };
    }

    /** What was taken away comes back. */
    private function undo(): void
    {
        foreach (['reader/.CARD' => 'reader/CARD', 'drives/.Bellows' => 'drives/Bellows', 'drives/.Anvil' => 'drives/Anvil', 'drives/.Coffer' => 'drives/Coffer'] as $away => $there) {
            if (is_dir("{$this->place}/$away")) {
                (new Process(['rm', '-rf', "{$this->place}/$there"]))->run();
                rename("{$this->place}/$away", "{$this->place}/$there");
            }
        }
        $this->database()->executeStatement('DROP TRIGGER IF EXISTS is_full ON proof');
        $year = "{$this->place}/drives/Bellows/p/2026";
        if (is_dir("$year.away")) {
            unlink($year);
            rename("$year.away", $year);
        }
        foreach (['Anvil', 'Bellows'] as $drive) {
            (new Process(['mount', '-o', 'remount,size=256m', "{$this->place}/drives/$drive"]))->run();
        }
    }

    private function cutStamping(Process $intake): void
    {
        $intake->wait();
        $stamping = $this->run('stamp', '1', '--rating', '3', '--keyword', 'faults');
        $this->waitUntil(fn (): bool => $this->counts('SELECT count(*) FROM file WHERE coming IS NOT NULL OR (written IS NOT NULL AND stamp_revision > 1)') > 0, $stamping);
        usleep(mt_rand(0, 400_000));
        if ('stamping killed' === $this->fault) {
            self::kill($stamping);
        } else {
            $this->away('drives/Bellows', 'drives/.Bellows');
        }
        $stamping->wait();
    }

    private function cutOwed(Process $intake): void
    {
        $this->away('drives/Bellows', 'drives/.Bellows');
        $intake->wait();
        $this->undo();
        $owed = $this->run('owed');
        $this->waitUntil(fn (): bool => [] !== (array) glob("{$this->place}/drives/Bellows/p/2026/*/*.jpg"), $owed);
        usleep(mt_rand(0, 150_000));
        self::kill($owed);
        $owed->wait();
    }

    private function cutMending(Process $intake): void
    {
        $intake->wait();
        foreach ($this->database()->fetchFirstColumn("SELECT c.path FROM copy c JOIN store s ON s.id = c.store_id WHERE s.name = 'Bellows' AND c.state = 'proven' ORDER BY c.id LIMIT ".self::DAMAGED) as $i => $copy) {
            $path = "{$this->place}/drives/Bellows/p/".(\is_string($copy) ? $copy : '');
            0 === $i % 3 ? unlink($path) : file_put_contents($path, 'rot', \FILE_APPEND);
        }
        $mending = $this->run('prove', 'Bellows', '--mend');
        $this->waitUntil(fn (): bool => $this->counts("SELECT count(*) FROM copy WHERE state IN ('missing', 'differs')") > 0 && $this->counts("SELECT count(*) FROM day_book_entry WHERE kind = 'repair'") > 0, $mending);
        usleep(mt_rand(0, 100_000));
        self::kill($mending);
        $mending->wait();
    }

    /** All go on by one name and to another folder, for the shoot is described, with an export of every fifth; or, where a drive leaves, in a circle, and every seventh to a folder of its own. */
    /** A shoot is described, and its frames are named anew, with exports made of them; or only its case is another, on a drive that does not tell. */
    private function cutKeeping(Process $intake): void
    {
        $intake->wait();
        foreach ($this->database()->fetchAllNumeric("SELECT r.folder, r.stem, f.checksum FROM frame r JOIN file f ON f.frame_id = r.id WHERE f.ending = '.jpg' AND r.id % 5 = 0") as [$folder, $stem, $checksum]) {
            foreach (['Anvil', 'Bellows'] as $drive) {
                $exports = \sprintf('%s/drives/%s/p/%s/exports', $this->place, $drive, \is_string($folder) ? $folder : '');
                is_dir($exports) || mkdir($exports);
                file_put_contents(\sprintf('%s/%s-print.tif', $exports, \is_string($stem) ? $stem : ''), $checksum);
            }
        }
        $this->keep(['description' => 'Faults', 'names' => 'anew', 'from' => 2]);
        $isBlind = 'moving killed' !== $this->fault;
        $onlyCase = $isBlind && mt_rand(0, 1) > 0;
        if ($onlyCase) {
            $this->run('owed')->wait();
            $this->keep(['description' => 'FAULTS', 'names' => 'replace', 'find' => 'faults', 'with' => 'FAULTS']);
        }
        $moving = $this->run('owed');
        $this->waitUntil(fn (): bool => [] !== (array) glob("{$this->place}/drives/*/p/2026/*".($onlyCase ? 'FAULTS/*FAULTS*.jpg' : 'Faults/*.jpg')), $moving);
        usleep(mt_rand(0, 250_000));
        self::kill($moving);
        $moving->wait();
        if ($isBlind && mt_rand(0, 1) > 0) {
            $this->keep(['description' => 'faults', 'names' => 'anew']);
        }
    }

    /** @param array<string, mixed> $wish */
    private function keep(array $wish): void
    {
        $this->service(EntityManagerInterface::class)->clear();
        $this->service(KeepsShoots::class)->do($this->service(ShootRepository::class)->find(1), KeepingWish::read(Fields::of($wish)), AskedBy::CommandLine);
    }

    private function cutMoving(Process $intake): void
    {
        $intake->wait();
        $frames = $this->database()->fetchAllKeyValue('SELECT id, stem FROM frame ORDER BY stem');
        $folder = $this->database()->fetchOne('SELECT min(folder) FROM frame');
        [$folder, $ids, $stems] = [\is_string($folder) ? $folder : '', array_keys($frames), array_values(array_filter($frames, \is_string(...)))];
        $wanted = [];
        foreach ($ids as $n => $id) {
            $wanted[(int) $id] = new Wanted(0 === $n % 7 ? "$folder/selects" : $folder, $stems[($n + 1) % \count($stems)]);
        }
        $this->service(ChangesNames::class)->change($this->service(ShootRepository::class)->find(1), $wanted, AskedBy::CommandLine);
        $moving = $this->run('owed');
        $this->waitUntil(fn (): bool => [] !== (array) glob("{$this->place}/drives/*/p/2026/*/selects/*.jpg") || [] !== (array) glob("{$this->place}/drives/*/p/2026/*/.*.moving-*"), $moving);
        usleep(mt_rand(0, 120_000));
        $this->away('drives/Bellows', 'drives/.Bellows');
        $moving->wait();
        $this->undo();
    }

    /** Every second frame is dropped: set aside, had back, set aside again, and half of them let go, each cut somewhere. */
    private function cutSettingAside(Process $intake): void
    {
        $intake->wait();
        $this->database()->executeStatement("INSERT INTO judgement (frame_id, decision, stars, revision) SELECT id, 'drop', 0, 1 FROM frame WHERE id % 2 = 0");
        $dropped = array_map(static fn (mixed $id): int => is_numeric($id) ? (int) $id : 0, $this->database()->fetchFirstColumn('SELECT frame_id FROM judgement ORDER BY 1'));
        [$sets, $lets, $shoots] = [$this->service(SetsAside::class), $this->service(LetsFramesGo::class), $this->service(ShootRepository::class)];
        $asks = [
            static fn () => $sets->aside($shoots->find(1), AskedBy::CommandLine),
            static fn () => $sets->back($shoots->find(1), $dropped, AskedBy::CommandLine),
            static fn () => $sets->aside($shoots->find(1), AskedBy::CommandLine),
            static fn () => $lets->go($shoots->find(1), \array_slice($dropped, 0, (int) (\count($dropped) / 2)), $shoots->find(1)->date, []),
        ];
        foreach ($asks as $ask) {
            try {
                $ask();
            } catch (CouldNotRename) { // a file of its own stands in the way, until a worker sees what a killed one had begun
                $this->run('owed')->wait();
                $this->service(EntityManagerInterface::class)->clear();
                $ask();
            }
            $following = $this->run('owed');
            $this->waitUntil(fn (): bool => $this->counts("SELECT count(*) FROM step WHERE begun OR state = 'waiting'") > 0, $following);
            usleep(mt_rand(0, 500_000));
            if ('setting aside killed' === $this->fault) {
                self::kill($following);
            } else {
                $this->away('drives/Bellows', 'drives/.Bellows');
            }
            $following->wait();
            $this->undo();
        }
    }

    /** Where finished work ends. */
    private function archives(): void
    {
        foreach (['Coffer', 'Chest'] as $drive) {
            mkdir("{$this->place}/drives/$drive");
            $this->service(ChangeStores::class)->add("{$this->place}/drives/$drive", $drive, StoreRole::Archive, 'p');
        }
    }

    /** A shoot is filed away, leaves the drive that it is worked on, and half of the time comes back: each cut somewhere. */
    private function cutFiling(Process $intake): void
    {
        $intake->wait();
        $this->archives();
        $verbs = [Verb::File, Verb::Leave, ...0 === mt_rand(0, 1) ? [Verb::Bring] : []];
        foreach ($verbs as $verb) {
            $this->service(EntityManagerInterface::class)->clear();
            foreach ($this->service(PlacesShoots::class)->do($verb, [1], null, AskedBy::CommandLine)->refused as $because) {
                throw new \LogicException($because);
            }
            $working = $this->run('owed');
            $this->waitUntil(fn (): bool => $this->counts(match ($verb) {
                Verb::File => "SELECT count(*) FROM copy WHERE store_id > 2 AND state = 'proven'",
                Verb::Leave => "SELECT count(*) FROM copy WHERE state = 'left'",
                default => "SELECT count(*) FROM copy WHERE store_id = 1 AND state = 'proven'",
            }) > 0, $working);
            usleep(mt_rand(0, 150_000));
            if ('filing away killed' === $this->fault) {
                self::kill($working);
            } else {
                $this->away('drives/Coffer', 'drives/.Coffer');
            }
            $working->wait();
            $this->undo();
            for ($n = 0; $n < 2; ++$n) {
                $this->run('owed')->wait();
            }
        }
    }

    /** Nothing was copied twice when the drive dies for good in the midst of filing away. */
    private function loseWorkingDrive(Process $intake): void
    {
        $intake->wait();
        $this->archives();
        $bellows = "{$this->place}/drives/Bellows";
        0 === mt_rand(0, 1) ? $this->away('drives/Bellows', 'drives/.Bellows') : null;
        $this->service(EntityManagerInterface::class)->clear();
        $this->service(PlacesShoots::class)->do(Verb::File, [1], null, AskedBy::CommandLine);
        $filing = $this->run('owed');
        $this->waitUntil(fn (): bool => $this->counts("SELECT count(*) FROM copy WHERE store_id > 2 AND state = 'proven'") > 0, $filing);
        usleep(mt_rand(0, 60_000));
        $this->away('drives/Anvil', 'drives/Anvil is dead');
        $filing->wait();
        $this->run('owed')->wait();
        $only = array_column($this->service(LeavingRepository::class)->onlyAt(1, 10_000), 'path');
        $safe = array_filter($this->database()->fetchFirstColumn("SELECT DISTINCT m.path FROM copy m JOIN copy c ON c.file_id = m.file_id WHERE m.store_id = 1 AND c.store_id <> 1 AND c.state = 'proven'"), \is_string(...));
        if (\count($only) + \count($safe) !== $this->counts('SELECT count(*) FROM copy WHERE store_id = 1')) {
            throw new \LogicException(\sprintf('Of %d files %d are safe and %d named.', $this->counts('SELECT count(*) FROM copy WHERE store_id = 1'), \count($safe), \count($only)));
        }
        if (is_dir("{$this->place}/drives/.Bellows")) {
            rename("{$this->place}/drives/.Bellows", $bellows);
        }
        // Found again after all, it is a drive like any other.
        rename("{$this->place}/drives/Anvil is dead", "{$this->place}/drives/Anvil");
        $this->run('owed')->wait();
    }

    /** Of raws that came in with the others. */
    private function cutConverting(Process $intake): void
    {
        $intake->wait();
        for ($i = 1; $i <= 3; ++$i) {
            $this->put("reader/CARD/DCIM/100ORREL/RAW_100$i.ORW", Stills::raw(gmdate('Y-m-d H:i:s', 1_777_900_000 + $i), $i), 1_777_900_000 + $i);
        }
        $this->service(OrderBook::class)->save(OrderDocument::read(['name' => 'With DNG', 'dng' => ['mode' => 'beside the raw']] + OrderDocument::of(StandingOrder::byTheDay())));
        $this->run('intake', "{$this->place}/reader/CARD", '--order', 'With DNG')->wait();
        $waiting = $this->database()->fetchFirstColumn("SELECT id FROM conversion WHERE state = 'waiting' ORDER BY id");
        $child = pcntl_fork();
        if (0 === $child) {
            $parents = $this->kernel; // with a connection of its own; what is the parent's is never let go of here
            $this->kernel = new Kernel('test', false);
            $this->kernel->boot();
            foreach ($waiting as $conversion) {
                $this->service(ConvertsRaw::class)->convert(is_numeric($conversion) ? (int) $conversion : 0);
            }
            posix_kill((int) getmypid(), \SIGKILL);
            unset($parents);
        }
        usleep(mt_rand(0, 1_500_000));
        posix_kill($child, \SIGKILL);
        pcntl_waitpid($child, $status);
    }

    /** What was cut off is asked for again, as its worker would ask. */
    private function goOnWithWork(): void
    {
        foreach ($this->service(StampQueue::class)->shoots() as $shoot) {
            $this->service(ChangeStamps::class)->write($shoot, static fn () => null, []);
        }
        if ('mending killed' === $this->fault) {
            $this->run('prove', 'Bellows', '--mend')->wait();
        }
        foreach ('converting killed' === $this->fault ? $this->database()->fetchFirstColumn("SELECT id FROM conversion WHERE state = 'waiting' ORDER BY id") : [] as $conversion) {
            $this->service(ConvertsRaw::class)->convert(is_numeric($conversion) ? (int) $conversion : 0);
        }
    }

    /** @return list<string> what work after the intake owes yet */
    private function work(): array
    {
        return array_merge(...array_map(fn (string $what, string $query): array => array_map(static fn (mixed $row): string => $what.': '.json_encode($row), $this->database()->fetchAllAssociative($query)), array_keys(self::OWED), self::OWED));
    }

    /** @return list<string> */
    private function accounts(): array
    {
        $wrong = [];
        $database = $this->database();
        foreach ($database->fetchAllAssociative("SELECT i.id, i.state, l.path, l.outcome, l.reason FROM intake i JOIN receipt_line l ON l.intake_id = i.id WHERE l.outcome = 'waiting' AND i.state <> 'stopped'") as $row) {
            $wrong[] = 'unsettled: '.json_encode($row);
        }
        $came = $database->fetchFirstColumn("SELECT path FROM receipt_line WHERE outcome IN ('brought in', 'failed', 'unreadable')");
        foreach (FolderNames::in("{$this->place}/reader/CARD/DCIM/100ORREL") as $name) {
            if (!\in_array('DCIM/100ORREL/'.$name, $came, true)) {
                $wrong[] = "not accounted for: $name";
            }
        }
        foreach ($database->fetchAllAssociative('SELECT o.checksum, count(*) AS n FROM original o GROUP BY 1 HAVING count(*) > 1') as $twice) {
            $wrong[] = 'copied twice: '.json_encode($twice);
        }
        $proven = str_contains($this->fault, 'filed away') || str_contains($this->fault, 'filing') ? "(SELECT count(*) FROM copy c WHERE c.file_id = f.id AND c.state = 'proven') < 2 OR " : '';
        foreach ($database->fetchFirstColumn("SELECT l.path FROM receipt_line l LEFT JOIN file f ON f.id = l.file_id WHERE l.outcome = 'brought in' AND (f.id IS NULL OR $proven(SELECT count(*) FROM copy c WHERE c.file_id = f.id) <> (SELECT count(*) FROM store))") as $path) {
            $wrong[] = 'brought in without its two copies: '.json_encode($path);
        }
        foreach ($database->fetchAllAssociative('SELECT s.name, t.state, t.n, coalesce(k.n, 0) AS kept FROM (SELECT store_id, state, count(*) AS n FROM copy GROUP BY 1, 2) t JOIN store s ON s.id = t.store_id LEFT JOIN (SELECT store_id, state, sum(copies) AS n FROM shoot_copies GROUP BY 1, 2) k ON k.store_id = t.store_id AND k.state = t.state WHERE k.n IS DISTINCT FROM t.n') as $sum) {
            $wrong[] = 'sums differ: '.json_encode($sum);
        }

        return $wrong;
    }

    /** @return list<string> */
    private function disks(): array
    {
        $wrong = [];
        $known = [];
        foreach ($this->database()->fetchAllAssociative("SELECT s.name AS store, c.path, c.state, f.checksum FROM copy c JOIN store s ON s.id = c.store_id JOIN file f ON f.id = c.file_id WHERE c.state <> 'left'") as $row) {
            [$store, $path, $state, $checksum] = array_map(static fn (mixed $value): string => \is_string($value) ? $value : '', array_values($row));
            $known["$store/p/$path"] = [$state, $checksum];
        }
        foreach ($known as $path => [$state, $checksum]) {
            $there = is_file("{$this->place}/drives/$path") ? hash_file('xxh128', "{$this->place}/drives/$path") : null;
            if (('proven' === $state) !== ($there === $checksum)) {
                $wrong[] = "$state, but ".(null === $there ? 'not there' : ($there === $checksum ? 'as it should be' : 'other bytes')).": $path";
            }
        }
        foreach (['Anvil', 'Bellows', 'Coffer', 'Chest'] as $drive) {
            $root = "{$this->place}/drives/$drive/p";
            foreach (is_dir($root) ? new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($root, \FilesystemIterator::SKIP_DOTS)) : [] as $file) {
                $path = $file instanceof \SplFileInfo ? substr($file->getPathname(), \strlen("{$this->place}/drives/")) : '';
                if (str_ends_with($path, '-print.tif')) {
                    if ((string) file_get_contents("{$this->place}/drives/$path") !== ($known[str_replace(['/exports/', '-print.tif'], ['/', '.jpg'], $path)][1] ?? '')) {
                        $wrong[] = "made of another frame than its name says: $path";
                    }
                    continue;
                }
                if (!isset($known[$path]) && !str_contains($path, '/p/'.Mending::ASIDE.'/') && !\in_array(basename($path), [StoreMark::FILE, ChecksumList::XXH128, 'somebody-elses.jpg'], true) && "somebody else's" !== file_get_contents("{$this->place}/drives/$path")) {
                    $wrong[] = "nobody knows: $path";
                }
            }
        }

        return $wrong;
    }

    private function isUnsettled(): bool
    {
        return false !== $this->database()->fetchOne("SELECT 1 FROM intake i JOIN receipt_line l ON l.intake_id = i.id WHERE l.outcome = 'waiting' OR i.state IN ('waiting', 'running') LIMIT 1");
    }

    private function killTwice(Process $intake): void
    {
        $intake->signal(\SIGKILL);
        $intake->wait();
        $second = $this->intake();
        $this->waitForFiles(mt_rand((int) ($this->files * 0.5), (int) ($this->files * 0.9)), $second);
        $second->signal(\SIGKILL);
        $second->wait();
    }

    private function exchange(): void
    {
        $this->away('reader/CARD', 'reader/.CARD');
        mkdir("{$this->place}/reader/CARD/DCIM/100ORREL", 0o777, true);
        for ($i = 1; $i <= $this->files; ++$i) {
            $this->still($i, 1_777_800_000, 9);
        }
    }

    /** In a copy at the mirror that is proven already: its next proof must find it. */
    private function flip(Process $intake): void
    {
        $intake->wait();
        $copy = $this->database()->fetchOne("SELECT c.path FROM copy c JOIN store s ON s.id = c.store_id WHERE s.name = 'Bellows' AND c.state = 'proven' ORDER BY c.id LIMIT 1 OFFSET 3");
        $path = "{$this->place}/drives/Bellows/p/".(\is_string($copy) ? $copy : '');
        $bytes = (string) file_get_contents($path);
        $bytes[1] = \chr(\ord($bytes[1]) ^ 4);
        file_put_contents($path, $bytes);
    }

    /** Where a folder stood at the mirror there is a file: nothing can be written there. */
    private function withdraw(): void
    {
        $year = "{$this->place}/drives/Bellows/p/2026";
        if (is_dir($year)) {
            rename($year, "$year.away");
            file_put_contents($year, "somebody else's");
        }
    }

    /** As after a power cut: without telling anybody, and with its log to be gone through. */
    private function restart(): void
    {
        $ops = \dirname(__DIR__).'/ops';
        (new Process(['bash', '-c', "exec 3>&- 4>&- 5>&- 6>&- 7>&- 8>&- 9>&-; source $ops/common.sh; source $ops/postgres.sh; as_pg \"\$(pg_bin)/pg_ctl\" -D \"\$(pg_place)\" -l \"\$(pg_place)/server.log\" -m immediate -w restart >/dev/null 2>&1"], null, null, null, 90))->mustRun();
        $this->database()->close();
    }

    private function takeName(): void
    {
        $name = $this->database()->fetchOne("SELECT folder || '/' || name FROM receipt_line WHERE outcome = 'waiting' ORDER BY position DESC LIMIT 1");
        $path = "{$this->place}/drives/Anvil/p/".(\is_string($name) ? $name : 'x.jpg');
        if (!is_dir(\dirname($path))) {
            mkdir(\dirname($path), 0o777, true);
        }
        if (!file_exists($path)) {
            file_put_contents($path, "somebody else's");
        }
    }

    /** A drive of a few megabytes, or one that does not tell upper from lower case, where this process may mount one. */
    private function mount(): void
    {
        $drive = ['main fills' => 'Anvil', 'mirror fills' => 'Bellows', 'moving killed where case makes no difference' => 'Bellows'][$this->fault] ?? null;
        $what = ['-t', 'tmpfs', '-o', 'size=20m', 'tmpfs'];
        if (str_ends_with($this->fault, 'difference')) {
            (new Process(['truncate', '-s', '64M', "{$this->place}/drive"]))->run();
            (new Process(['mkfs.exfat', "{$this->place}/drive"]))->run();
            $what = ['-t', 'exfat-fuse', '-o', 'loop', "{$this->place}/drive"];
        }
        if (null !== $drive && 0 !== (new Process(['mount', ...$what, "{$this->place}/drives/$drive"]))->run()) {
            throw new \RuntimeException('A drive could not be mounted: this fault is tried as root only, and one of exFAT where exfatprogs and exfat-fuse are.');
        }
    }

    private function away(string $there, string $away): void
    {
        @rename("{$this->place}/$there", "{$this->place}/$away");
    }

    private function put(string $path, string $bytes, int $modifiedAt): void
    {
        file_put_contents("{$this->place}/$path", $bytes);
        touch("{$this->place}/$path", $modifiedAt);
    }

    /**
     * A JPEG of its own bytes, with random ones in two comments (JPEG, ISO/IEC 10918-1, B.2.4.5) behind what the camera says of it.
     *
     * @param int<1, 60000> $random so many in each
     */
    private function still(int $number, int $at, int $random): void
    {
        $jpeg = Stills::jpeg(gmdate('Y-m-d H:i:s', $at), $number);
        $exif = 4 + ByteOrder::Big->u16($jpeg, 4);
        $comment = "\xFF\xFE".pack('n', 2 + $random);
        $this->put(\sprintf('reader/CARD/DCIM/100ORREL/ORL_%04d.JPG', $number), substr($jpeg, 0, $exif).$comment.random_bytes($random).$comment.random_bytes($random).substr($jpeg, $exif), $at);
    }

    private function intake(): Process
    {
        return $this->run('intake', "{$this->place}/reader/CARD");
    }

    private function run(string ...$words): Process
    {
        $process = new Process([\PHP_BINARY, \dirname(__DIR__).'/server/console.php', ...$words], null, null, null, 90);
        $process->start();

        return $process;
    }

    private function makeOwed(): void
    {
        $this->run('owed')->wait();
    }

    private function prove(): void
    {
        $this->run('prove')->wait();
    }

    private static function kill(Process $process): void
    {
        if ($process->isRunning()) {
            $process->signal(\SIGKILL);
        }
    }

    private function counts(string $query): int
    {
        $count = $this->database()->fetchOne($query);

        return is_numeric($count) ? (int) $count : 0;
    }

    /** @param \Closure(): bool $so */
    private function waitUntil(\Closure $so, Process $of): void
    {
        for ($tick = 0; $tick < 3000 && $of->isRunning() && !$so(); ++$tick) {
            usleep(3000);
        }
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     */
    private function service(string $class): object
    {
        $container = $this->kernel->getContainer()->get('test.service_container');
        \assert($container instanceof ContainerInterface);
        $service = $container->get($class);
        \assert($service instanceof $class);

        return $service;
    }

    private function waitForFiles(int $files, Process $intake): void
    {
        for ($tick = 0; $tick < 3000 && $intake->isRunning(); ++$tick) {
            $came = $this->database()->fetchOne("SELECT count(*) FROM receipt_line WHERE outcome = 'brought in'");
            $promised = $this->database()->fetchOne("SELECT count(*) FROM receipt_line WHERE outcome IN ('brought in', 'waiting')");
            if (is_numeric($came) && $came >= $files && is_numeric($promised) && $promised > 0) {
                usleep(mt_rand(0, 30_000));

                return;
            }
            usleep(3000);
        }
    }

    private function database(): Connection
    {
        $database = $this->kernel->getContainer()->get('doctrine.dbal.default_connection');
        \assert($database instanceof Connection);

        return $database;
    }
}
