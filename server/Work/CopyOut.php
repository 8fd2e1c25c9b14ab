<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use VelvetLedger\Core\Words\Count;

/** To copy pictures of frames out to a folder, numbered as they are named; see CopiesOut. */
final readonly class CopyOut implements Work
{
    /**
     * @param list<int>    $frames
     * @param int          $from    how many are done with
     * @param int          $missing how many of those are not there
     * @param list<string> $failed  why not, in sentences, so many as are told
     * @param string       $name    that its progress is asked for by
     */
    public function __construct(public array $frames, public string $folder, public bool $links, public string $name, public int $from = 0, public int $missing = 0, public array $failed = [])
    {
    }

    public function inWords(): string
    {
        return 'Copying '.Count::of(\count($this->frames), 'frame').' to '.basename($this->folder);
    }
}
