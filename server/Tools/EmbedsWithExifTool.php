<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use VelvetLedger\Core\Stamp\CouldNotStamp;
use VelvetLedger\Core\Stamp\Embedding;
use VelvetLedger\Core\Stamp\Embeds;
use VelvetLedger\Core\Transfer\SystemReason;

/**
 * Writes stamps through a few ExifTools that are kept running. These never see a name: source, target and packet are links
 * and files of ours, in a folder of ours, called by numbers; and every text is in references to its characters, so that
 * neither a line break nor a hyphen, a percent sign or anything else can leave its argument.
 */
final class EmbedsWithExifTool implements Embeds
{
    private const PROCESSES = 2;

    /** Bytes that lie in its folder at a time: heads and packets of as many files as are asked for at once. */
    private const MOST = 64_000_000;

    /** Files that are to have the same fields of Exif and IIM are written by one command, so many at a time. */
    private const AT_ONCE = 16;

    /** @var list<ExifToolProcess> */
    private array $processes = [];

    /** @var array<int, array{Embedding, string}> name => what was asked, and how its links and its packet are called, before their endings */
    private array $asked = [];

    private ?string $folder = null;

    /** @var array<string, list<int>> by the fields that they have in common: asked for, and not passed on yet */
    private array $gathered = [];

    /** @var array<int, list<int>> command => names */
    private array $commands = [];

    private int $commandsSoFar = 0;

    /** @var array<int, CouldNotStamp|null> */
    private array $done = [];

    public function ask(int $name, Embedding $embedding): void
    {
        $ours = $this->folder().'/'.$name;
        $packet = str_replace('&', '&amp;', $embedding->packet); // ExifTool takes references out of files, too
        error_clear_last();
        if (\strlen($packet) !== @file_put_contents("$ours.xmp", $packet) || !self::put($embedding, $ours)) {
            $this->clear($ours);
            $this->done[$name] = CouldNotStamp::embed($embedding->source, 'temporary files could not be written: '.SystemReason::last());

            return;
        }
        $this->asked[$name] = [$embedding, $ours];
        $alike = serialize($embedding->tags);
        $this->gathered[$alike][] = $name;
        if (\count($this->gathered[$alike]) >= self::AT_ONCE) {
            $this->pass($alike);
        }
    }

    public function answers(): array
    {
        array_map($this->pass(...), array_map(strval(...), array_keys($this->gathered)));
        while ([] === $this->done && [] !== $this->asked) {
            ExifToolProcess::await(...$this->processes);
            foreach ($this->processes as $process) {
                foreach ($process->answers() as $command => $errors) {
                    foreach ($this->commands[$command] as $name) {
                        $this->end($name, $errors);
                    }
                    unset($this->commands[$command]);
                }
            }
        }
        $done = $this->done;
        $this->done = [];

        return $done;
    }

    private function pass(string $alike): void
    {
        $names = $this->gathered[$alike];
        unset($this->gathered[$alike]);
        $folder = $this->folder();
        $arguments = ['-E', '-charset', 'exif=UTF8', '-charset', 'iptc=UTF8', "-XMP<=$folder/%f.xmp"];
        foreach ($this->asked[$names[0]][0]->tags as [$tag, $how, $value]) {
            $arguments[] = '-'.$tag.$how.self::inReferences($value);
        }
        $this->commands[++$this->commandsSoFar] = $names;
        $this->idlest()->ask($this->commandsSoFar, [...$arguments, '-o', "$folder/%f.out", ...array_map(static fn (int $name): string => "$folder/$name.in", $names)]);
    }

    /** @param string $errors of the command, of which those count that name this file, or none */
    private function end(int $name, string $errors): void
    {
        [$embedding, $ours] = $this->asked[$name];
        unset($this->asked[$name]);
        try {
            $head = $embedding->isByHead() ? @file_get_contents($ours.'.out') : false;
            if (\is_string($head) && '' !== $head) {
                $embedding->join($head);
            }
            clearstatcache(true, $embedding->target);
            if (!is_file($embedding->target) || 1 === preg_match('#^Error: .* - \S*/'.$name.'\.in$#m', $errors)) {
                throw CouldNotStamp::embed($embedding->source, self::because($name, $errors));
            }
            if (!$embedding->isByHead()) {
                $embedding->confirm();
            }
            $this->done[$name] = null;
        } catch (CouldNotStamp $failure) {
            @unlink($embedding->target);
            $this->done[$name] = $failure;
        } finally {
            $this->clear($ours);
        }
    }

    /** What it reads, and where it writes to. */
    private static function put(Embedding $embedding, string $ours): bool
    {
        $head = $embedding->head();

        return null === $head ? @symlink($embedding->source, "$ours.in") && @symlink($embedding->target, "$ours.out") : \strlen($head) === @file_put_contents("$ours.in", $head);
    }

    private static function because(int $name, string $errors): string
    {
        foreach (explode("\n", $errors) as $line) {
            if (1 === preg_match('#^Error: (?:\[minor\] )?(.*?)(?: - \S*/(\d+)\.in)?$#', $line, $found) && ($found[2] ?? (string) $name) === (string) $name) {
                return lcfirst($found[1]);
            }
        }

        return 'ExifTool did not write it';
    }

    /** As ExifTool reads it with -E: letters and digits, and all else as references to characters (HTML). */
    private static function inReferences(string $text): string
    {
        return preg_replace_callback('/[^A-Za-z0-9 ]|^ | $/u', static fn (array $found): string => '&#'.mb_ord($found[0], 'UTF-8').';', mb_scrub($text, 'UTF-8')) ?? '';
    }

    private function folder(): string
    {
        if (null === $this->folder) {
            $in = MemoryDrive::with(self::MOST) ?? sys_get_temp_dir();
            MemoryDrive::clear($in, 'velvet-stamps-');
            $this->folder = $in.'/velvet-stamps-'.getmypid().'-'.bin2hex(random_bytes(4));
            mkdir($this->folder, 0o700);
        }

        return $this->folder;
    }

    private function clear(string $ours): void
    {
        foreach (['.xmp', '.in', '.out'] as $ending) {
            @unlink($ours.$ending);
        }
    }

    public function __destruct()
    {
        if (null !== $this->folder) {
            $folder = $this->folder;
            foreach ($this->asked as [, $ours]) {
                $this->clear($ours);
            }
            @rmdir($folder);
        }
    }

    /** One that has nothing to do; another, where there may be one more; else the one that has least to do. */
    private function idlest(): ExifToolProcess
    {
        $idlest = null;
        foreach ($this->processes as $process) {
            $idlest = null === $idlest || $process->outstanding() < $idlest->outstanding() ? $process : $idlest;
        }

        return null === $idlest || (0 < $idlest->outstanding() && \count($this->processes) < self::PROCESSES) ? $this->processes[] = new ExifToolProcess() : $idlest;
    }
}
