<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A card is still mounted. */
final class CouldNotEject extends \RuntimeException implements CouldNot
{
    use Said;

    public static function noCommand(): self
    {
        return new self('The settings name no command that ejects a card. Let your system eject it.');
    }

    public static function isBeingCopied(string $label, int $receipt): self
    {
        return new self(\sprintf('%s is being copied (receipt %d). Wait until that is done.', $label, $receipt));
    }

    public static function commandFailed(string $label, string $command, ?int $code, string $said): self
    {
        return new self(\sprintf('%s was not ejected: "%s" ended with %s%s. Leave it in the reader until it is.', $label, $command, $code ?? 'no code', '' === $said ? '' : ' and said: '.$said));
    }

    public static function stayed(string $label, string $command, string $path): self
    {
        return new self(\sprintf('"%s" said that it let %s go, and the card is still mounted at %s. Leave it in the reader; let your system eject it.', $command, $label, PathText::of($path)));
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotNow;
    }
}
