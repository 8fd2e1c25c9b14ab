<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use VelvetLedger\Core\Card\Agreement;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Server\Cards\Twins;
use VelvetLedger\Server\Persistence\Intakes\WaitingFile;

/** Where the bytes of a line are read from: its own card, or the twin that has them whole. */
final readonly class SourceOfLine
{
    public function __construct(private Twins $twins)
    {
    }

    public function of(RunUnderWay $run, WaitingFile $waiting): SourceFile
    {
        $own = new SourceFile($run->source.'/'.PathText::toPath($waiting->file->path), $waiting->file->bytes, $waiting->file->modifiedAt, $waiting->file->print);

        return null === $waiting->twin ? $own : $this->twin($run, $waiting, $waiting->twin)[0] ?? $own;
    }

    /** @return array{SourceFile, string}|null the same on another card, and that card's label */
    public function twin(RunUnderWay $run, WaitingFile $waiting, ?string $label = null): ?array
    {
        $path = PathText::toPath($waiting->file->path);
        $volume = $this->twins->of($run->source, $path, $waiting->file->bytes, $waiting->file->modifiedAt, $label);
        if (null === $volume) {
            return null;
        }
        $file = $volume->path.'/'.$path;

        return [new SourceFile($file, $waiting->file->bytes, (int) @filemtime($file), $waiting->file->print), $volume->label()];
    }

    /** How far the file of a line can be seen to be what is taken in its place. */
    public function agreement(RunUnderWay $run, WaitingFile $waiting, SourceFile $twin): Agreement
    {
        return Agreement::of($run->source.'/'.PathText::toPath($waiting->file->path), $twin->path);
    }
}
