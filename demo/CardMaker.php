<?php

declare(strict_types=1);

namespace VelvetLedger\Demo;

use VelvetLedger\Core\Card\FolderNames;

/** Writes the demo's cards as folders of a simulated reader, laid out as DCF 2.0 (CIPA DC-009) asks. */
final class CardMaker
{
    /** The frame that slot 1 of the Orrel could not keep: its JPEG begins with zeros there. */
    public const DAMAGED = 1250;

    /** @param string $reader existing folder whose subfolders are the mounted volumes */
    public function __construct(private readonly string $reader, private readonly Painter $painter = new Painter())
    {
    }

    /** Every $step-th of slot 1's frames, from $from on, so that several processes can share the painting. */
    public function orrelFrames(int $from, int $step): void
    {
        $shots = array_filter(Story::orrel(), static fn (int $i): bool => $i % $step === $from, \ARRAY_FILTER_USE_KEY);
        $this->camera('ORREL_A', Body::orrelM4(), $shots);
    }

    /** What else slot 1 holds: a clip, a voice note, the camera's own files. */
    public function orrelExtras(): void
    {
        $dcim = $this->reader.'/ORREL_A/DCIM/101ORREL';
        $times = array_column(Story::orrel(), 'takenAt', 'number');
        $this->put($dcim.'/ORL_1214.WAV', VoiceNote::wav(), $times[1214] + 6);
        $this->put($dcim.'/ORL_1271.MOV', Clip::mov(), $times[1270] + 40);
        $this->put($this->reader.'/ORREL_A/MISC/AUTPRINT.MRK', "[HDR]\r\nGEN REV=01.10\r\nGEN CRT=\"Orrel M4\"\r\n", $times[1270]);
        $this->put($this->reader.'/ORREL_A/ORREL/INDEX.ODB', str_repeat("\0\1ODB", 512), $times[1270]);
    }

    /** Slot 2: what slot 1 holds, byte for byte, and the one frame that is damaged there. */
    public function orrelB(): void
    {
        $from = $this->reader.'/ORREL_A/DCIM/101ORREL';
        foreach (FolderNames::in($from) as $name) {
            if (1 === preg_match('/\.(JPG|ORW)$/', $name)) {
                $this->put($this->reader.'/ORREL_B/DCIM/101ORREL/'.$name, (string) file_get_contents("$from/$name"), (int) filemtime("$from/$name"));
            }
        }
        $damaged = $from.'/ORL_'.self::DAMAGED.'.JPG';
        $whole = (string) file_get_contents($damaged);
        $this->put($damaged, str_repeat("\0", 65536).substr($whole, 65536), (int) filemtime($damaged));
    }

    public function vantry(): void
    {
        $this->camera('VANTRY_6', Body::vantry6(), Story::vantry());
    }

    public function tower(): void
    {
        $this->camera('TOWER', Body::orrelM4(), Story::tower());
    }

    /** A long day's card: $count small frames two seconds apart, to see how the desk takes many. */
    public function many(int $count): void
    {
        $scenes = [Scene::SaltPans, Scene::SignalTower, Scene::RopeWalk, Scene::KilnOpening];
        $start = (new \DateTimeImmutable('2026-08-21 09:00:00 UTC'))->getTimestamp();
        $coded = [];
        for ($i = 0; $i < $count; ++$i) {
            $shot = new Shot($scenes[intdiv($i, 10) % 4], 1 + $i % 9999, $start + 7 * $i, ($i * 7) % 100, 500 + intdiv($i, 10) % 24);
            $picture = $coded[$shot->seed.$shot->scene->value] ??= CodedPicture::of($this->painter->paint($shot, 480, 320));
            $this->put(\sprintf('%s/MANY/DCIM/%dORREL/ORL_%04d.JPG', $this->reader, 100 + intdiv($i, 9999), $shot->number), CameraFile::jpeg(Body::orrelM4(), $shot, $picture), $shot->takenAt);
        }
    }

    /** A card fresh from the camera's own formatting. */
    public function spare(): void
    {
        @mkdir($this->reader.'/SPARE/DCIM/100ORREL', 0o777, true);
    }

    /** @param array<Shot> $shots */
    private function camera(string $label, Body $body, array $shots): void
    {
        $folder = "$this->reader/$label/DCIM/$body->folder";
        foreach ($shots as $shot) {
            $picture = $this->painter->paint($shot, 1536, 1024);
            $stem = \sprintf('%s/%s%04d', $folder, $body->filePrefix, $shot->number);
            $this->put($stem.'.JPG', CameraFile::jpeg($body, $shot, $picture), $shot->takenAt + $body->secondsFast);
            if ($shot->raw) {
                $this->put($stem.'.'.$body->rawExtension(), CameraFile::raw($body, $shot, $picture->scaled(1008, 672), $shot->rawScale), $shot->takenAt + $body->secondsFast);
            }
        }
    }

    private function put(string $path, string $bytes, int $modified): void
    {
        @mkdir(\dirname($path), 0o777, true);
        if (\strlen($bytes) !== file_put_contents($path, $bytes)) {
            throw new \RuntimeException("Could not write $path: the disk may be full. Free some space and start the demo again; it goes on from the beginning.");
        }
        touch($path, $modified);
    }
}
