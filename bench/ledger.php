<?php

declare(strict_types=1);

/*
 * What the pages ask of the database again and again, and what a plan asks, on a ledger of 200,000 frames in 900 shoots
 * from 400 receipts: with Doctrine's part in it, so the database's own time is less. Beside it, in the same run, the list
 * of shoots as it would be counted from the frames.
 */

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Bench\BigLedger;
use VelvetLedger\Server\Pages\DayBookChain;
use VelvetLedger\Server\Pages\StillOpenPage;
use VelvetLedger\Server\Pages\StoresPage;
use VelvetLedger\Server\Persistence\Cards\HeldRepository;
use VelvetLedger\Server\Persistence\DayBook\DayBookQuery;
use VelvetLedger\Server\Persistence\DayBook\DayBookRepository;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\Shoots\NamesRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Work\FailedWork;

require dirname(__DIR__).'/vendor/autoload.php';

$ledger = BigLedger::fill();
$entities = $ledger->service(EntityManagerInterface::class);
$receipts = $ledger->service(ReceiptRepository::class);
$shoots = $ledger->service(ShootRepository::class);
$names = $ledger->service(NamesRepository::class);
$stores = $ledger->service(Stores::class);
$failed = $ledger->service(FailedWork::class);
$held = $ledger->service(HeldRepository::class);
$stillOpen = $ledger->service(StillOpenPage::class);
$storesPage = $ledger->service(StoresPage::class);
$dayBook = $ledger->service(DayBookRepository::class);
$chain = $ledger->service(DayBookChain::class);
$asked = [
    'polled: the main store' => static fn () => $stores->main(),
    'polled: a page of receipts, one under way' => static fn () => [array_map($receipts->summary(...), $receipts->page(null)), $failed->all()],
    'polled: a receipt under way' => static fn () => $receipts->summary($receipts->find(400)),
    'polled: the copies of a receipt' => static fn () => $receipts->copies($receipts->find(400)),
    'polled: the page of stores' => static fn () => $storesPage->view(),
    'polled: the day book, and its chain' => static fn () => [$dayBook->page(new DayBookQuery(), 0), $dayBook->subjects(), $dayBook->length(), $chain->checked()],
    'polled: what is still open' => static fn () => $stillOpen->view(),
    'polled: a page of shoots' => static fn () => [$shoots->page(null), $shoots->years()],
    'older receipts' => static fn () => array_map($receipts->summary(...), $receipts->page(40)),
    'older shoots' => static fn () => $shoots->page($shoots->find(40)),
    'the last number in a shoot' => static fn () => $names->lastNumberInShoot('2026/shoot 7', '2025-01-15', 'shoot 7'),
    'the last number on a day' => static fn () => $names->lastNumberOnDay('2025-01-15'),
    'the last number running on' => static fn () => $names->lastNumberRunning(),
    'the names in a folder of 223 frames' => static fn () => $names->inFolder('2026/shoot 7'),
    'what is promised of a card' => static fn () => $held->promisedOf('volume 1'),
];
$most = 0.0;
foreach ($asked as $what => $ask) {
    $milliseconds = BigLedger::time(static function () use ($entities, $ask): void {
        $entities->clear();
        $ask();
    });
    $most = str_starts_with($what, 'polled') ? max($most, $milliseconds) : $most;
    printf("%-42s %6.1f ms\n", $what, $milliseconds);
}
$counted = BigLedger::time(static fn () => $ledger->database->fetchAllAssociative('SELECT s.id, count(DISTINCT f.id), count(l.id), sum(l.bytes), min(f.taken_at), min(c.proven_at) FROM shoot s JOIN frame f ON f.shoot_id = s.id JOIN file l ON l.frame_id = f.id JOIN copy c ON c.file_id = l.id GROUP BY s.id ORDER BY s.date DESC'));
$ledger->forget();
printf("shoots counted from their frames %.0f ms; the slowest polled request %.1f ms, ratio %.0f\n", $counted, $most, $counted / $most);
exit($most > 10.0 ? 1 : 0); // what is asked for again and again takes no more than that
