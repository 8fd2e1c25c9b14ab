<?php

declare(strict_types=1);

/*
 * Raw to DNG: coding a mosaic as lossless JPEG, beside dcmtk's encoder on the same mosaic and LibRaw's decoding of the
 * file that it came from; whole conversions with their proof; and the memory that a mosaic of 60 megapixels takes.
 * usage: bin/ledger bench dng
 */

use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Dng\Area;
use VelvetLedger\Core\Dng\Conversion;
use VelvetLedger\Core\Dng\DngWanted;
use VelvetLedger\Core\Dng\Tiling;
use VelvetLedger\Core\Format\LosslessJpeg\Arrangement;
use VelvetLedger\Core\Format\LosslessJpeg\LosslessJpeg;
use VelvetLedger\Demo\Body;
use VelvetLedger\Demo\CameraFile;
use VelvetLedger\Demo\Painter;
use VelvetLedger\Demo\Scene;
use VelvetLedger\Demo\Shot;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Tools\DecodesWithLibRaw;
use VelvetLedger\Server\Tools\PreviewsOfRaw;

require dirname(__DIR__).'/vendor/autoload.php';

$place = Home::fromEnvironment()->path.'/bench-dng';
$files = new Filesystem();
$files->remove($place);
$files->mkdir($place);
$run = static fn (string ...$command): Process => (new Process(array_values($command), $place, ['OMP_NUM_THREADS' => '1'], null, null))->mustRun();
$timed = static function (callable $what): float {
    $begun = microtime(true);
    $what();

    return microtime(true) - $begun;
};

$shot = new Shot(Scene::SignalTower, 1, 1_777_900_000, 7, 4711);
file_put_contents("$place/demo.orw", CameraFile::raw(Body::orrelM4(), $shot, (new Painter())->paint($shot, 1536, 1024)->scaled(1008, 672), 6));
copy(dirname(__DIR__).'/var/reference/rawtran/doc/IMG_5952.CR2', "$place/real.cr2");

$decodes = new DecodesWithLibRaw($files);
foreach (['real.cr2', 'demo.orw'] as $name) {
    $path = "$place/$name";
    $libRaw = $timed(static fn () => $run('unprocessed_raw', '-q', '-T', $path));
    unlink("$path.tiff");
    $raw = $decodes->decode($path);
    [$mosaic, $pattern] = [$raw->mosaic, $raw->sensor->pattern];
    $megapixels = $mosaic->width * $mosaic->height / 1e6;

    $tiling = Tiling::of($mosaic);
    $encode = static function () use ($mosaic, $pattern, $tiling): int {
        $middle = $tiling->tiles[intdiv(count($tiling->tiles), 2)];
        $coder = (new LosslessJpeg(Arrangement::for($pattern->columns, $pattern->rows)))->settledOn($mosaic->tile($middle, $pattern), $tiling->width, $tiling->height);

        return array_sum(array_map(static fn (Area $tile): int => strlen($coder->encode($mosaic->tile($tile, $pattern), $tiling->width, $tiling->height)), $tiling->tiles));
    };
    $encode(); // once to be compiled
    $ours = \INF;
    $size = 0;
    for ($turn = 0; $turn < 5; ++$turn) { // the best of five, of both: other programs use the processors, too
        $begun = microtime(true);
        $size = $encode();
        $ours = min($ours, microtime(true) - $begun);
    }

    file_put_contents("$place/pixels", $mosaic->samples);
    file_put_contents("$place/dump", "(0008,0016) UI =SecondaryCaptureImageStorage\n(0008,0018) UI 1.2.3\n(0028,0002) US 1\n(0028,0004) CS MONOCHROME2\n(0028,0010) US $mosaic->height\n(0028,0011) US $mosaic->width\n(0028,0100) US 16\n(0028,0101) US 16\n(0028,0102) US 15\n(0028,0103) US 0\n(7fe0,0010) OW =pixels\n");
    $run('dump2dcm', 'dump', 'in.dcm');
    $theirs = $least = \INF;
    $smallest = '1';
    foreach (range(1, 7) as $predictor) {
        $run('dcmcjpeg', '+el', '+sv', (string) $predictor, 'in.dcm', 'out.dcm');
        clearstatcache();
        if ((int) filesize("$place/out.dcm") < $least) {
            [$smallest, $least] = [(string) $predictor, (int) filesize("$place/out.dcm")];
        }
    }
    for ($turn = 0; $turn < 5; ++$turn) {
        $theirs = min($theirs, $timed(static fn () => $run('dcmcjpeg', '+el', '+sv', $smallest, 'in.dcm', 'out.dcm')));
    }
    printf("%s, %.1f megapixels: coded in %.2f s, %.1f megapixels a second, %.2f MB; dcmtk, its smallest of seven: %.2f s, %.2f MB; ratio of time %.2f, of size %.2f; LibRaw decodes the raw in %.2f s\n", $name, $megapixels, $ours, $megapixels / $ours, $size / 1e6, $theirs, $least / 1e6, $theirs / $ours, $size / $least, $libRaw);

    $conversion = new Conversion($decodes, new PreviewsOfRaw($files));
    $begun = microtime(true);
    $made = $conversion->convert($path, (new CoreFactsReader())->read($path), "$place/$name.dng", new DngWanted());
    $whole = microtime(true) - $begun;
    printf("    the whole conversion, decoded twice and proven: %.1f s; %.2f MB became %.2f MB\n", $whole, $made->rawBytes / 1e6, $made->bytes / 1e6);
    unset($raw, $mosaic, $conversion, $made);
}

// The memory of 60 megapixels, in a process of its own: what it holds when such a mosaic is written and compared.
$code = <<<'PHP'
    require $argv[1];
    use VelvetLedger\Core\Dng as D;
    [$width, $height] = [9504, 6336];
    mt_srand(1);
    $row = pack('v*', ...array_map(static fn (int $x): int => 600 + $x % 97 + mt_rand(0, 60), range(1, 2 * $width)));
    $mosaic = new D\Mosaic(str_repeat($row, intdiv($height, 2)), $width, $height);
    $area = new D\Area(0, 0, $width, $height);
    $raw = new D\DecodedRaw($mosaic, new D\Sensor(D\FilterPattern::of('RGGB'), $area, $area, new D\Levels([512, 512, 512, 512], 16383)), new D\SensorColour([2.0, 1.0, 1.5], null), 1, 'bench');
    $facts = new VelvetLedger\Core\Capture\CaptureFacts();
    (new D\DngWriter())->write($argv[2], new D\DngParts($raw, D\CarriedRecords::of($argv[1], $facts), new D\Previews(new D\Thumbnail(str_repeat("\0", 3), 1, 1), []), 'x'));
    $again = new D\Mosaic(strrev(strrev($mosaic->samples)), $width, $height);
    null === $mosaic->firstDifference($again) || exit(1);
    printf("60 megapixels written, and held twice to be compared: %.0f MB at the most\n", memory_get_peak_usage() / 1e6);
    PHP;
echo $run(\PHP_BINARY, '-d', 'memory_limit=1G', '-d', 'opcache.enable_cli=1', '-d', 'opcache.jit=tracing', '-d', 'opcache.jit_buffer_size=64M', '-r', $code, dirname(__DIR__).'/vendor/autoload.php', "$place/60.dng")->getOutput();
$files->remove($place);
