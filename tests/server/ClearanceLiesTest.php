<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Component\Uid\Uuid;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Clearance\Nods;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\Stills;

/** A card, its stores and its ledger lie in as many ways as we could think of: each gets its sentence, and none a "may be formatted" that is not so. */
final class ClearanceLiesTest extends LedgerTestCase
{
    private const CARD = 'CARD/DCIM/100ORREL/';
    private const SHOOT = '2026/2026-05-04';

    public function testEachLieGetsItsSentence(): void
    {
        $this->drives('Bellows');
        foreach ([1 => 'JPG', 2 => 'JPG', 3 => 'ORW'] as $number => $ending) {
            $this->reader->put(self::CARD."ORL_000$number.$ending", 'JPG' === $ending ? Stills::jpeg("2026-05-04 21:14:0$number", $number) : Stills::raw("2026-05-04 21:14:0$number", $number), 1_777_929_240 + $number);
        }
        $this->bringIn('CARD');
        $kept = new Folder();
        shell_exec(\sprintf('cp -a %s %s/reader && cp -a %s %s/store', $this->reader->path, $kept->path, $this->store->path, $kept->path));
        $count = 0;
        foreach ($this->lies() as $lie => [$sentence, $tell]) {
            $clearance = $this->fresh(CardClearance::class);
            $database = $this->ledger()->getConnection();
            $database->beginTransaction();
            $tell();
            $verdict = $clearance->of($this->card('CARD'));
            $database->rollBack();
            self::assertSame([$sentence, str_contains($sentence, 'may be formatted')], [$verdict->sentence, $verdict->mayBeFormatted], $lie);
            foreach (['reader', 'store'] as $folder) {
                shell_exec(\sprintf('find %1$s -mindepth 1 -delete && cp -a %2$s/%3$s/. %1$s/', $this->{$folder}->path, $kept->path, $folder));
            }
            ++$count;
        }
        self::assertGreaterThanOrEqual(60, $count);
    }

    /** @return iterable<string, array{string, \Closure(): mixed}> */
    private function lies(): iterable
    {
        $yes = static fn (string $more = '', int $files = 3): string => "CARD may be formatted: $files files on it have 2 proven copies on 2 devices$more.";
        $no = static fn (string $why, int $of = 3): string => "Not yet: keep CARD as it is. Of $of files, $why.";
        $away = ' Seen just now: those on Anvil. Believed, for it is away: those on Bellows, proven ';
        $nowhere = '1 is nowhere but on this card';
        $seems = '1 seems to be held, and must be read in full to be sure';
        $few = '1 has too few proven copies';
        $one = $this->reader->path.'/'.self::CARD.'ORL_0002.JPG'; // by the first the card itself is known
        $at = fn (string $drive, int $number = 2): string => $this->onDrive($drive, self::SHOOT."/2026-05-04_000$number.".(3 === $number ? 'orw' : 'jpg'));
        $today = (new \DateTimeImmutable())->format('D j F Y');
        $believed = $yes().$away.$today.'.';
        // A file written anew, with the time that it had.
        $write = static function (string $file, \Closure $change): void {
            $time = (int) filemtime($file);
            file_put_contents($file, $change((string) file_get_contents($file)));
            touch($file, $time);
        };
        $put = fn (string $name, string $bytes = 'of its own kind') => $this->reader->put('CARD/'.$name, $bytes, 1_777_929_300);
        $still = Stills::jpeg('2026-05-04 22:00:00', 77);
        $query = fn (string $sql) => fn () => $this->ledger()->getConnection()->executeStatement($sql);

        yield 'none' => [$yes(), static fn () => null];

        yield 'another byte at its beginning' => [$no($nowhere), static fn () => $write($one, static fn (string $bytes): string => substr_replace($bytes, '!', 40, 1))];
        yield 'another byte at its end' => [$no($nowhere), static fn () => $write($one, static fn (string $bytes): string => substr_replace($bytes, '!', -9, 1))];
        yield 'a byte more' => [$no($nowhere), static fn () => $write($one, static fn (string $bytes): string => $bytes.'!')];
        yield 'a byte less' => [$no($nowhere), static fn () => $write($one, static fn (string $bytes): string => substr($bytes, 0, -1))];
        yield 'nothing in it' => [$no($nowhere), static fn () => $write($one, static fn (string $bytes): string => '')];
        yield 'another picture of its name' => [$no($nowhere), static fn () => $write($one, static fn (string $bytes): string => $still)];
        yield 'another time' => [$no($seems), static fn () => touch($one, 1_777_000_000)];
        yield 'a second later' => [$no($seems), static fn () => touch($one, (int) filemtime($one) + 1)];
        yield 'another name' => [$no($seems), static fn () => rename($one, \dirname($one).'/ORL_0009.JPG')];
        yield 'another folder' => [$no($seems), fn () => mkdir($this->reader->path.'/CARD/DCIM/101ORREL') && rename($one, $this->reader->path.'/CARD/DCIM/101ORREL/ORL_0002.JPG')];
        yield 'two of one name in two folders' => [$no($seems, 4), fn () => mkdir($this->reader->path.'/CARD/DCIM/101ORREL') && copy($one, $this->reader->path.'/CARD/DCIM/101ORREL/ORL_0002.JPG')];
        yield 'two have changed names' => [$no('2 seem to be held, and must be read in full to be sure'), static function () use ($one): void {
            $second = str_replace('0002.JPG', '0003.ORW', $one);
            rename($one, $one.'.x');
            rename($second, $one);
            rename($one.'.x', $second);
            touch($one, 1_777_929_242);
            touch($second, 1_777_929_243);
        }];
        yield 'deleted' => [$yes(files: 2), static fn () => unlink($one)];
        yield 'a folder in its place' => [$yes(files: 2), static fn () => unlink($one) && mkdir($one)];
        yield 'a link in its place' => [$yes(files: 2), fn () => rename($one, $this->reader->path.'/elsewhere.JPG') && symlink($this->reader->path.'/elsewhere.JPG', $one)];
        yield 'a pipe in its place' => [$yes(files: 2), static fn () => unlink($one) && posix_mkfifo($one, 0o600)];

        yield 'a still more' => [$no($nowhere, 4), static fn () => $put('DCIM/100ORREL/ORL_0004.JPG', $still)];
        yield 'a raw more' => [$no($nowhere, 4), static fn () => $put('DCIM/100ORREL/ORL_0004.GPR')];
        yield 'a still of a telephone' => [$no($nowhere, 4), static fn () => $put('DCIM/100ORREL/ORL_0004.HEICS')];
        yield 'a still outside of DCIM' => [$no($nowhere, 4), static fn () => $put('holiday.png')];
        yield 'a clip' => [$no('1 is a clip or sound that is nowhere but on this card', 4), static fn () => $put('DCIM/100ORREL/ORL_0004.MOV')];
        yield 'a clip of a camera that sees all round' => [$no('1 is a clip or sound that is nowhere but on this card', 4), static fn () => $put('DCIM/100ORREL/VID_0004.insv')];
        yield 'a sound' => [$no('1 is a clip or sound that is nowhere but on this card', 4), static fn () => $put('SOUND/ZOOM0001.MP3')];
        yield 'a voice note beside a still' => [$no('1 is a clip or sound that is nowhere but on this card', 4), static fn () => $put('DCIM/100ORREL/ORL_0001.WAV')];
        yield 'a sidecar' => [$no($nowhere, 4), static fn () => $put('DCIM/100ORREL/ORL_0001.XMP')];
        yield 'what a telephone did to a still' => [$no($nowhere, 4), static fn () => $put('DCIM/100ORREL/ORL_0001.AAE')];
        yield 'what nobody knows' => [$no('1 is of no kind that is known here, and nowhere else', 4), static fn () => $put('LAYOUT.QXZ')];
        yield 'without an ending' => [$no('1 is of no kind that is known here, and nowhere else', 4), static fn () => $put('notes')];
        yield 'a still without an ending' => [$no($nowhere, 4), static fn () => $put('DCIM/100ORREL/ORL_0004', $still)];
        yield 'a still that a repair of the card found' => [$no($nowhere, 4), static fn () => $put('FOUND.000/FILE0000.CHK', $still)];
        yield 'what else a repair found' => [$no('1 is of no kind that is known here, and nowhere else', 4), static fn () => $put('FOUND.000/FILE0001.CHK')];
        yield 'a still in lost+found' => [$no($nowhere, 4), static fn () => $put('lost+found/ORL_0004.JPG', $still)];
        yield 'a deleted still' => [$no('1 is a hidden or deleted picture that is nowhere else', 4), static fn () => $put('.Trashes/501/ORL_0004.JPG', $still)];
        yield 'a hidden clip' => [$no('1 is a hidden or deleted picture that is nowhere else', 4), static fn () => $put('.private/ORL_0004.MOV')];
        yield 'in a bin' => [$no('1 is a hidden or deleted picture that is nowhere else', 4), static fn () => $put('$RECYCLE.BIN/ORL_0004.JPG', $still)];
        yield 'a hidden still, nodded to' => [$yes(', and 1 file you let go'), function () use ($put): void {
            $put('.Trashes/501/ORL_0004.JPG');
            $this->service(Nods::class)->to($this->card('CARD'), ['.Trashes/501/ORL_0004.JPG']);
        }];
        yield 'nodded to, and then another' => [$no('1 is a hidden or deleted picture that is nowhere else', 4), function () use ($put): void {
            $put('.Trashes/501/ORL_0004.JPG');
            $this->service(Nods::class)->to($this->card('CARD'), ['.Trashes/501/ORL_0004.JPG']);
            $put('.Trashes/501/ORL_0004.JPG', 'another');
        }];
        yield 'what a Mac says of a file' => [$yes('; 1 other file stays on it: 1 of the camera\'s own'), static fn () => $put('DCIM/100ORREL/._ORL_0001.JPG')];
        yield 'a flight track and a proxy' => [$yes('; 2 other files stay on it: 1 flight track, 1 proxy'), static fn () => [$put('DCIM/100MEDIA/DJI_0001.SRT'), $put('DCIM/100MEDIA/DJI_0001.LRF')]];
        yield 'folders too deep' => ['Not yet: keep CARD as it is. Of 3 files, 1 folder could not be listed to its end.', static fn () => $put(str_repeat('a/', 30).'ORL_0004.JPG')];
        yield 'a card that is empty' => ['There is nothing on CARD that would be lost.', fn () => shell_exec('find '.escapeshellarg($this->reader->path.'/CARD').' -type f -delete')];

        yield 'a copy is gone' => [$no($few), static fn () => unlink($at('Bellows'))];
        yield 'a copy is cut off' => [$no($few), static fn () => file_put_contents($at('Bellows'), 'short')];
        yield 'a copy is longer' => [$no($few), static fn () => file_put_contents($at('Bellows'), '!', \FILE_APPEND)];
        yield 'a copy is a link to the other' => [$no($few), static fn () => unlink($at('Bellows')) && symlink($at('Anvil'), $at('Bellows'))];
        yield 'a copy is a folder' => [$no($few), static fn () => unlink($at('Bellows')) && mkdir($at('Bellows'))];
        yield 'a copy has another name' => [$no($few), static fn () => rename($at('Bellows'), $at('Bellows').'.jpg')];
        yield 'a copy was deleted at each store' => [$no('2 have too few proven copies'), static fn () => unlink($at('Bellows')) && unlink($at('Anvil', 1))];
        yield 'both copies are gone' => [$no('1 is in the ledger, but its copies are gone'), static fn () => unlink($at('Bellows')) && unlink($at('Anvil'))];
        yield 'the folder of the shoot is a link to the other store\'s' => [$no('3 have too few proven copies'), fn () => rename($this->onDrive('Bellows', self::SHOOT), $this->onDrive('Bellows', 'aside')) && symlink($this->onDrive('Anvil', self::SHOOT), $this->onDrive('Bellows', self::SHOOT))];
        yield 'the folder of the shoot has another name' => [$no('3 have too few proven copies'), fn () => rename($this->onDrive('Bellows', self::SHOOT), $this->onDrive('Bellows', 'aside'))];
        yield 'a drive is away' => [$believed, fn () => $this->drivesAway('Bellows')];
        yield 'an empty mount point' => [$believed, function (): void {
            $this->drivesAway('Bellows');
            mkdir($this->onDrive('Bellows'), 0o777, true);
        }];
        yield 'another drive in its place' => [$believed, fn () => StoreMark::put($this->onDrive('Bellows'), Uuid::v4()->toRfc4122(), 'Hammer')];
        yield 'a mark that is damaged' => [$believed, fn () => file_put_contents($this->onDrive('Bellows', StoreMark::FILE), 'rot')];
        yield 'no mark' => [$believed, fn () => unlink($this->onDrive('Bellows', StoreMark::FILE))];
        yield 'the other drive under its name' => [$believed, function (): void {
            $this->drivesAway('Bellows');
            symlink($this->store->path.'/Anvil', $this->store->path.'/Bellows');
        }];
        yield 'both drives are away' => [$yes()." No copy was seen just now. Believed, for they are away: those on Anvil, proven $today; on Bellows, proven $today.", fn () => $this->drivesAway('Anvil', 'Bellows')];
        yield 'one drive for both' => [$no('3 have their copies on one device'), function () use ($query): void {
            $this->drivesAway('Bellows');
            $query("UPDATE store SET device = 'the drive Anvil' WHERE name = 'Bellows'")();
        }];
        yield 'a drive that is away and was never told apart' => [$no('3 have their copies on devices unknown'), function () use ($query): void {
            $this->drivesAway('Bellows');
            $query("UPDATE store SET device = NULL WHERE name = 'Bellows'")();
        }];

        yield 'a proof did not hold' => [$no($few), $query("UPDATE copy SET state = 'differs' WHERE store_id = 2 AND file_id = 2")];
        yield 'a proof found none' => [$no($few), $query("UPDATE copy SET state = 'missing' WHERE store_id = 2 AND file_id = 2")];
        yield 'a copy is owed' => [$no($few), $query("UPDATE copy SET state = 'owed' WHERE store_id = 2 AND file_id = 2")];
        yield 'a copy was set aside' => [$no($few), $query("UPDATE copy SET state = 'set aside' WHERE store_id = 2 AND file_id = 2")];
        yield 'no proof held' => [$no('1 is in the ledger, but its copies are gone'), $query("UPDATE copy SET state = 'differs' WHERE file_id = 2")];
        yield 'a store that is used no more' => [$no('3 have too few proven copies'), $query("UPDATE store SET role = 'former' WHERE name = 'Bellows'")];
        yield 'its order asks for three' => [$no('3 have too few proven copies'), $query("UPDATE intake SET standing_order = jsonb_set(standing_order::jsonb, '{copies,number}', '3')::json")];
        yield 'its order asks for one' => ['CARD may be formatted: 3 files on it have 1 proven copy.', $query("UPDATE intake SET standing_order = jsonb_set(standing_order::jsonb, '{copies,number}', '1')::json")];
        yield 'its order asks that all be here' => [$yes(), $query($here = "UPDATE intake SET standing_order = jsonb_set(standing_order::jsonb, '{copies,seenNow}', 'true')::json")];
        yield 'its order asks that all be here, and one is away' => [$no('3 have copies that were not seen just now, for their drives are away'), function () use ($query, $here): void {
            $this->drivesAway('Bellows');
            $query($here)();
        }];
        yield 'other ends in the ledger' => [$no($nowhere), $query("UPDATE original SET quick_print = '1-00000000000000000000000000000000' WHERE id = 2")];
        yield 'it came from another card' => [$no('3 seem to be held, and must be read in full to be sure'), $query("WITH c AS (INSERT INTO card (name, label, first_seen_at, last_seen_at) VALUES ('volume X', 'X', now(), now()) RETURNING id) UPDATE original SET card_id = c.id FROM c")];
    }
}
