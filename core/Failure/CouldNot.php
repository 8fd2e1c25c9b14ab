<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Failure;

/** Something that was to be done could not be. The message is a whole sentence for the photographer; its parts stand apart. */
interface CouldNot extends \Throwable
{
    public function kind(): FailureKind;

    /** The file, folder, card, store or field that it is about; '' where there is none. */
    public function place(): string;

    /** Why, in the words of whoever refused: the operating system, a format, a rule; '' where the sentence says it all. */
    public function reason(): string;
}
