<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Held\HeldFrame;
use VelvetLedger\Core\Naming\ExtensionCase;

/** The names of files that join a frame which is held: its own, told apart by "b", "c" … from the files that it has already. */
final readonly class JoinedName
{
    public function __construct(public HeldFrame $held, private ExtensionCase $extension)
    {
    }

    public function ofFile(CardFile $file, Frame $frame): string
    {
        $ending = rtrim('.'.$this->extension->write($frame->extensionOf($file)), '.');
        $letter = '';
        for ($code = \ord('b'); \in_array(strtolower($letter.$ending), $this->held->endings, true); ++$code) {
            $letter = \chr($code);
        }

        return $this->held->stem.$letter.$ending;
    }
}
