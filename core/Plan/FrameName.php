<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Naming\ExtensionCase;
use VelvetLedger\Core\Shoot\TimedFrame;

/** The name that a frame's files share, and the folder they go to. */
final readonly class FrameName
{
    /** @param int|null $number in its sequence; null where the pattern has none */
    public function __construct(public TimedFrame $frame, public string $folder, public string $stem, public ?int $number, private ExtensionCase $extension)
    {
    }

    /** A second file of the same extension in one frame is told apart by "b", "c" … */
    public function ofFile(CardFile $file): string
    {
        $frame = $this->frame->read->frame;
        $extension = $this->extension->write($frame->extensionOf($file));
        $earlier = 0;
        foreach ($frame->files as $other) {
            if ($other === $file) {
                break;
            }
            $earlier += strtolower($this->extension->write($frame->extensionOf($other))) === strtolower($extension) ? 1 : 0;
        }

        return $this->stem.(0 === $earlier ? '' : \chr(\ord('a') + $earlier)).rtrim('.'.$extension, '.');
    }

    /** @return list<string> its files' names up to their extensions, mostly one; of all its files, whether they come or not */
    public function stems(): array
    {
        $stems = [];
        foreach ($this->frame->read->frame->files as $file) {
            $stem = strstr($this->ofFile($file).'.', '.', true);
            if (false !== $stem && !\in_array($stem, $stems, true)) {
                $stems[] = $stem;
            }
        }

        return $stems;
    }
}
