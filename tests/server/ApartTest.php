<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Transfer\Task;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Server\Cards\CardReadings;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Persistence\Find\AlbumEntries;
use VelvetLedger\Tests\Stills;

/** A look without consequence: a few pictures of a card are copied to a folder, and nothing of it is entered. */
final class ApartTest extends LedgerTestCase
{
    public function testPicturesAreCopiedAsTheyAreAndNothingIsEntered(): void
    {
        $this->drives();
        $this->store->put('Stick/for the printer/other.txt', 'theirs');
        $folder = $this->store->path.'/Stick/for the printer';
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:01', 1));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.ORW', Stills::raw('2026-05-04 21:14:01'));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.JPG', Stills::jpeg('2026-05-04 21:14:02', 2));
        $cut = $this->store->put('Stick/for the printer/'.WriterMark::of(Task::CopyApart, 7, 0)->nameFor('ORL_0009.JPG'), 'what an earlier one left');
        $card = $this->card('CARD');
        $keys = array_map(static fn (object $frame): string => $frame->frame->key, $this->service(CardReadings::class)->whole($card)->frames);
        $rows = fn (): array => $this->column('SELECT count(*) FROM frame UNION ALL SELECT count(*) FROM intake UNION ALL SELECT count(*) FROM receipt_line UNION ALL SELECT count(*) FROM day_book_entry');
        $before = $rows();

        $asked = $this->ask(['frames' => [$keys[0]], 'folder' => $folder]);
        self::assertSame(201, $asked[0]);
        $done = $this->ask([], '/api/apart/'.(\is_string($name = $asked[1]['name'] ?? '') ? $name : ''), 'GET')[1];
        self::assertSame([2, 2, [], true], [$done['files'], $done['done'], $done['failed'], $done['ended']]);
        foreach (['ORL_0001.JPG', 'ORL_0001.ORW'] as $file) {
            self::assertFileEquals($this->reader->path."/CARD/DCIM/100ORREL/$file", "$folder/$file");
        }
        self::assertFileDoesNotExist($cut);
        self::assertSame($before, $rows());

        file_put_contents("$folder/ORL_0001.JPG", 'theirs by now');
        $again = $this->ask(['frames' => $keys, 'folder' => $folder])[1];
        $done = $this->ask([], '/api/apart/'.(\is_string($name = $again['name'] ?? '') ? $name : ''), 'GET')[1];
        self::assertSame([3, 2, true], [$done['files'], $done['done'], $done['ended']]);
        self::assertStringContainsString('ORL_0001.JPG', json_encode($done['failed'], \JSON_THROW_ON_ERROR), 'what lies there stays');
        self::assertStringEqualsFile("$folder/ORL_0001.JPG", 'theirs by now');
        foreach ([[$this->reader->path.'/CARD/DCIM', $keys, 'That folder is on the card CARD. Nothing is ever written to a card.'], ['/etc', $keys, 'There is no folder /etc below'], [$folder, [], 'Pick 1 to 60 frames']] as [$to, $of, $said]) {
            [$status, $answer] = $this->ask(['frames' => $of, 'folder' => $to]);
            self::assertGreaterThanOrEqual(400, $status);
            self::assertStringContainsString($said, \is_string($error = $answer['error'] ?? null) ? $error : '');
        }
    }

    public function testFramesOfTheLedgerAreCopiedOutInTheOrderOfAnAlbumAndCutInBetweenItIsAsNeverCut(): void
    {
        $this->drives('Bellows');
        for ($i = 1; $i <= 5; ++$i) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$i.JPG", Stills::jpeg("2026-05-04 21:14:0$i", $i));
        }
        $this->bringIn('CARD');
        $frames = array_map(static fn (mixed $id): int => is_numeric($id) ? (int) $id : 0, $this->column('SELECT id FROM frame ORDER BY id'));
        $albums = $this->service(AlbumEntries::class);
        $album = $albums->called('the book');
        $albums->add($album, array_reverse($frames));
        $this->store->put('Stick/out/mine.txt', 'mine');
        foreach (['out' => false, 'links' => true] as $to => $links) {
            @mkdir($folder = $this->store->path."/Stick/$to", 0o777, true);
            [$status, $asked] = $this->ask(['album' => $album, 'folder' => $folder, 'link' => $links], '/api/apart');
            self::assertSame(201, $status);
            // A slice that is over at once, so that each file comes by another message.
            self::ensureKernelShutdown();
            self::bootKernel();
            self::getContainer()->set(Pace::class, new Pace(new CuttingClock(each: 60)));
            $this->work('care_here');
            $done = $this->ask([], '/api/apart/'.(\is_string($name = $asked['name'] ?? '') ? $name : ''), 'GET')[1];
            self::assertSame([5, 5, [], true], [$done['files'], $done['done'], $done['failed'], $done['ended']]);
            for ($i = 1; $i <= 5; ++$i) {
                $copy = \sprintf('%s/%03d_2026-05-04_%04d.jpg', $folder, $i, 6 - $i);
                self::assertFileEquals($this->store->path.'/Anvil/pictures/2026/2026-05-04/'.\sprintf('2026-05-04_%04d.jpg', 6 - $i), $copy);
                self::assertSame($links, is_link($copy));
            }
        }
        self::assertStringEqualsFile($this->store->path.'/Stick/out/mine.txt', 'mine');
        foreach ([[['album' => 99, 'folder' => $this->store->path.'/Stick/out'], 'There is no album 99'], [['frames' => [999_999], 'folder' => $this->store->path.'/Stick/out'], 'There is no frame 999999'], [['frames' => $frames, 'folder' => $this->reader->path.'/CARD'], 'Nothing is ever written to a card']] as [$what, $said]) {
            self::assertStringContainsString($said, json_encode($this->ask($what, '/api/apart')[1], \JSON_THROW_ON_ERROR));
        }
    }

    public function testOfManyThatAreNotThereSomeAreNamedAndTheOthersCounted(): void
    {
        $this->drives('Bellows');
        for ($i = 1; $i <= 27; ++$i) {
            $this->reader->put(\sprintf('CARD/DCIM/100ORREL/ORL_%04d.JPG', $i), Stills::jpeg(\sprintf('2026-05-04 21:%02d:09', $i), $i));
        }
        $this->bringIn('CARD');
        $at = '2026/2026-05-04/2026-05-04_%04d.jpg';
        // Of three both copies are good; of one the first is damaged, and it is copied from the second; of the others none is.
        foreach (['Anvil', 'Bellows'] as $drive) {
            for ($i = 'Anvil' === $drive ? 4 : 5; $i <= 27; ++$i) {
                file_put_contents($this->onDrive($drive, \sprintf($at, $i)), 'damaged');
            }
        }
        $good = (string) file_get_contents($this->onDrive('Bellows', \sprintf($at, 4)));
        mkdir($folder = $this->store->path.'/Stick/out', 0o777, true);
        $frames = array_map(static fn (mixed $id): int => is_numeric($id) ? (int) $id : 0, $this->column('SELECT id FROM frame ORDER BY taken_at'));
        [, $asked] = $this->ask(['frames' => $frames, 'folder' => $folder], '/api/apart');
        $this->work('care_here');
        $done = $this->ask([], '/api/apart/'.(\is_string($name = $asked['name'] ?? '') ? $name : ''), 'GET')[1];
        self::assertSame([27, 4, true], [$done['files'], $done['done'], $done['ended']]);
        self::assertIsArray($done['failed']);
        self::assertCount(21, $done['failed']);
        self::assertSame('And 3 more.', $done['failed'][20]);
        self::assertCount(4, FolderNames::in($folder), 'nothing of the others is there');
        self::assertStringEqualsFile("$folder/004_2026-05-04_0004.jpg", $good);
        self::assertStringNotContainsString('damaged', implode('', array_map(static fn (string $name): string => (string) file_get_contents("$folder/$name"), FolderNames::in($folder))));
    }

    /**
     * @param array<string, mixed> $what
     *
     * @return array{int, array<mixed>} status and answer
     */
    private function ask(array $what, ?string $address = null, string $method = 'POST'): array
    {
        $browser = $this->browser();
        $browser->request($method, $address ?? '/api/cards/'.$this->card('CARD')->id.'/apart', content: 'POST' === $method ? json_encode($what, \JSON_THROW_ON_ERROR) : null);

        return [$browser->getResponse()->getStatusCode(), (array) json_decode((string) $browser->getResponse()->getContent(), true)];
    }
}
