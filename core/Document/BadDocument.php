<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Document;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;

/** A document does not say what it must, and where in it. */
final class BadDocument extends \DomainException implements CouldNot
{
    /**
     * @param string   $pointer where, as a JSON pointer (RFC 6901): "/names/pieces/0"; '' for the whole
     * @param int|null $onLine  counted from 1, where the text is known
     */
    private function __construct(public readonly string $pointer, private readonly string $sentence, public readonly ?int $onLine)
    {
        parent::__construct((null === $onLine ? '' : "Line $onLine: ").$sentence);
    }

    public function place(): string
    {
        return $this->pointer;
    }

    public function reason(): string
    {
        return $this->sentence;
    }

    /** @param string $must "must be a number" */
    public static function at(string $pointer, string $must): self
    {
        return new self($pointer, ('' === $pointer ? 'The document' : \sprintf('"%s"', ltrim($pointer, '/')))." $must.", null);
    }

    /** @param string $sentence of what refused the value that stands there */
    public static function refused(string $pointer, string $sentence): self
    {
        return new self($pointer, $sentence, null);
    }

    public static function notJson(int $line, string $because): self
    {
        return new self('', "The document is not JSON there: $because.", $line);
    }

    public function onLine(int $line): self
    {
        return new self($this->pointer, $this->sentence, $line);
    }

    public function kind(): FailureKind
    {
        return FailureKind::Asked;
    }
}
