<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\CardWalker;
use VelvetLedger\Core\Card\ClipGrouping;
use VelvetLedger\Core\Card\CouldNotList;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\FrameGrouping;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Tests\Folder;

final class CardTest extends TestCase
{
    /** CIPA DC-009 (DCF 2.0), "DCF object": files of one folder whose names share the same file number are one object. */
    public function testFilesOfOneExposureAreOneFrame(): void
    {
        $grouping = FrameGrouping::of(self::files(
            'DCIM/100ORREL/ORL_0001.JPG',
            'DCIM/100ORREL/ORL_0001.ORW',
            'DCIM/100ORREL/ORL_0001.WAV',
            'DCIM/100ORREL/ORL_0001.ORW.xmp',
            'DCIM/100ORREL/orl_0002.jpg',
            'DCIM/100ORREL/ORL_0003.WAV',
            'DCIM/100ORREL/ORL_0004.MOV',
            'DCIM/101ORREL/ORL_0001.JPG',
            'DCIM/100ORREL/_RL_0005.ORW',
            'DCIM/100ORREL/ORL_0005.JPG',
            'Desktop/_RL_0005.ORW',
            'Desktop/ORL_0005.JPG',
            'MISC/AUTPRINT.MRK',
        ));
        $frames = array_map(static fn ($frame): array => array_map(static fn (CardFile $file): string => $file->name(), $frame->files), $grouping->frames);
        self::assertSame([['ORL_0001.ORW', 'ORL_0001.JPG', 'ORL_0001.ORW.xmp', 'ORL_0001.WAV'], ['orl_0002.jpg'], ['ORL_0001.JPG'], ['_RL_0005.ORW', 'ORL_0005.JPG'], ['_RL_0005.ORW'], ['ORL_0005.JPG']], $frames);
        self::assertSame(['voice note', 'moving picture', 'camera system file'], array_map(static fn (CardFile $file): string => $file->kind->value, $grouping->others));
        self::assertCount(6, array_unique(array_map(static fn ($frame): string => $frame->key, $grouping->frames)));
    }

    public function testKindsAreToldByName(): void
    {
        $kinds = ['a/B.NEF' => Kind::StillRaw, 'a/b.jpeg' => Kind::StillRendered, 'c.xmp' => Kind::Sidecar, '.Trashes/1/IMG_0001.JPG' => Kind::Hidden, '.Spotlight-V100/store' => Kind::System, 'lost+found/IMG_0001.JPG' => Kind::StillRendered, 'DJI_0001.SRT' => Kind::BesideClip, 'IMG_0001.AAE' => Kind::Sidecar, 'DCIM/._IMG_0001.JPG' => Kind::System, 'notes' => Kind::Unknown, 'x.mp4' => Kind::MovingPicture, 'GOPR0001.GPR' => Kind::StillRaw, 'IMG_1.HEICS' => Kind::StillRendered, 'DSCF0001.MPO' => Kind::StillRendered, 'VID_1.insv' => Kind::MovingPicture, 'GS010001.360' => Kind::MovingPicture, 'A001_C001.R3D' => Kind::MovingPicture, 'ZOOM0001.mp3' => Kind::VoiceNote];
        foreach ($kinds as $path => $kind) {
            self::assertSame($kind, Kind::ofPath($path), $path);
        }
    }

    public function testAListingNamesEveryFileFollowsNoLinkAndSaysWhatItPassedOver(): void
    {
        $card = new Folder();
        $card->put('DCIM/100ORREL/ORL_0001.JPG', 'x');
        $card->put("DCIM/100ORREL/new\nline 'q' -.JPG", 'xyz');
        $outside = new Folder();
        $outside->put('secret.JPG', 's');
        symlink($outside->path, $card->path.'/DCIM/999LINKS');
        posix_mkfifo($card->path.'/pipe', 0o600);
        $listing = (new CardWalker())->list($card->path);
        self::assertSame(['DCIM/100ORREL/ORL_0001.JPG', "DCIM/100ORREL/new\nline 'q' -.JPG"], array_column($listing->files, 'path'));
        self::assertSame(4, $listing->bytes());
        self::assertSame(['DCIM/999LINKS' => 'a symbolic link, not followed', 'pipe' => 'a device, pipe or socket, not a file'], array_column($listing->troubles, 'reason', 'path'));
        $this->expectException(CouldNotList::class);
        (new CardWalker())->list($card->path.'/pulled-out');
    }

    /** Beginnings by the formats' specifications, see Signature. */
    public function testWhereTheNameSaysNothingTheContentDoes(): void
    {
        $begins = ["\xFF\xD8\xFF\xE1..Exif" => Kind::StillRendered, "II*\0\x08\0\0\0" => Kind::StillRaw, "\0\0\0\x18ftypheic\0\0\0\0" => Kind::StillRendered, "\0\0\0\x18ftypcrx \0\0\0\0" => Kind::StillRaw, "\0\0\0\x20ftypqt  \0\0\0\0" => Kind::MovingPicture, "RIFF\x24\0\0\0WAVEfmt " => Kind::VoiceNote, "RIFF\x24\0\0\0AVI LIST" => Kind::MovingPicture, 'FUJIFILMCCD-RAW 02' => Kind::StillRaw, 'Read me first.' => Kind::Unknown, '' => Kind::Unknown];
        $card = new Folder();
        foreach (array_keys($begins) as $number => $head) {
            $card->put(\sprintf('FOUND.000/FILE%04d.CHK', $number), $head);
        }
        self::assertSame(array_values($begins), array_map(static fn (CardFile $file): Kind => $file->kind, (new CardWalker())->list($card->path)->files));
    }

    public function testWhatACameraWroteBesideAClipIsOneWithIt(): void
    {
        $grouping = ClipGrouping::of(self::files('DCIM/100MEDIA/DJI_0001.MP4', 'DCIM/100MEDIA/DJI_0001.SRT', 'DCIM/100MEDIA/DJI_0001.LRF', 'DCIM/100MEDIA/DJI_0002.SRT', 'DCIM/100GOPRO/GX010023.MP4', 'DCIM/100GOPRO/GL010023.LRV', 'DCIM/100GOPRO/GX010023.THM', 'CLIP/C0001.MP4', 'CLIP/C0001M01.XML', 'CLIP/C0001.WAV', 'MISC/AUTPRINT.MRK'));
        self::assertSame([['DJI_0001.MP4', 'DJI_0001.SRT', 'DJI_0001.LRF'], ['GX010023.MP4', 'GL010023.LRV', 'GX010023.THM'], ['C0001.MP4', 'C0001M01.XML'], ['C0001.WAV']], array_map(static fn (Frame $clip): array => array_map(static fn (CardFile $file): string => $file->name(), $clip->files), $grouping->clips));
        self::assertSame(['DJI_0002.SRT', 'AUTPRINT.MRK'], array_map(static fn (CardFile $file): string => $file->name(), $grouping->others));
        self::assertSame(['M01.XML', 'LRV'], [$grouping->clips[2]->extensionOf($grouping->clips[2]->files[1]), $grouping->clips[1]->extensionOf($grouping->clips[1]->files[1])]);
    }

    /** @return list<CardFile> */
    private static function files(string ...$paths): array
    {
        return array_map(static fn (string $path): CardFile => new CardFile($path, 10, 1_777_900_000), array_values($paths));
    }
}
