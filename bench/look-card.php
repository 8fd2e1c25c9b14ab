<?php

declare(strict_types=1);

// A card of so many JPEGs of 24 megapixels, one a second, with the small preview that cameras put into them; or of raws that have
// such a JPEG in them as their full-size preview: php look-card.php FOLDER FRAMES [raw]

require dirname(__DIR__).'/vendor/autoload.php';

use Symfony\Component\Process\Process;
use VelvetLedger\Tests\Stills;

[, $folder, $frames] = $argv;
$card = "$folder.making/DCIM/100ORREL";
mkdir($card, 0o777, true);
$run = static fn (string ...$command): string => (new Process($command, timeout: 120))->mustRun()->getOutput();
$from = new DateTimeImmutable('2026-09-05 10:00:00 UTC');
$base = "$folder.making/base.jpg";
// Grain over soft shapes: as large as a picture with detail is.
$run('vips', 'gaussnoise', "$folder.making/n.v", '6000', '4000', '--sigma', '22', '--mean', '120');
$run('vips', 'perlin', "$folder.making/p.v", '6000', '4000', '--cell-size', '700');
$run('vips', 'linear', "$folder.making/p.v", "$folder.making/q.v", '60', '0');
$run('vips', 'add', "$folder.making/n.v", "$folder.making/q.v", "$folder.making/s.v");
$run('vips', 'cast', "$folder.making/s.v", "$base".'[Q=82]', 'uchar');
$run('vips', 'thumbnail', $base, "$folder.making/t.jpg[Q=70]", '160');
$run('exiftool', '-q', '-overwrite_original', '-Make=Orrel', '-Model=Orrel M4', '-SerialNumber=40211', '-DateTimeOriginal='.$from->format('Y:m:d H:i:s'), "-ThumbnailImage<=$folder.making/t.jpg", $base);
$bytes = (string) file_get_contents($base);
$isRaw = 'raw' === ($argv[3] ?? '');
if ($isRaw) {
    // A small raw, whose preview gives way to the large picture, put behind it all.
    $raw = Stills::raw($from->format('Y-m-d H:i:s'), 1);
    preg_match_all('/'.preg_quote(pack('vvV', 0x0201, 4, 1), '/').'(.{4})/s', $raw, $at, \PREG_OFFSET_CAPTURE);
    $first = $at[1][0] ?? throw new LogicException('The raw has no preview to be put in the place of.');
    $raw = substr_replace($raw, pack('V', strlen($raw)), $first[1], 4);
    $length = strpos($raw, pack('vvV', 0x0202, 4, 1), $first[1]);
    $bytes = substr_replace($raw, pack('V', strlen($bytes)), (int) $length + 8, 4).$bytes;
}
for ($n = 1; $n <= (int) $frames; ++$n) {
    $at = $from->modify("+$n seconds");
    file_put_contents($file = sprintf('%s/ORL_%04d.%s', $card, $n, $isRaw ? 'ORW' : 'JPG'), str_replace($from->format('Y:m:d H:i:s'), $at->format('Y:m:d H:i:s'), $bytes).pack('N', $n));
    touch($file, $at->getTimestamp());
}
foreach ((array) glob("$folder.making/*.{v,jpg}", \GLOB_BRACE) as $made) {
    unlink((string) $made);
}
rename("$folder.making", $folder);
