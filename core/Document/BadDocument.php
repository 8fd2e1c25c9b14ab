<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Document;

/** A document does not say what it must, and where in it. */
final class BadDocument extends \DomainException
{
    /**
     * @param string   $pointer where, as a JSON pointer (RFC 6901): "/names/pieces/0"; '' for the whole
     * @param string   $must    "must be a number"
     * @param int|null $onLine  counted from 1, where the text is known
     */
    private function __construct(public readonly string $pointer, public readonly string $must, public readonly ?int $onLine)
    {
        $where = null === $onLine ? '' : "Line $onLine: ";
        parent::__construct($where.('' === $pointer ? 'the document' : \sprintf('"%s"', ltrim($pointer, '/'))).' '.$must.'.');
    }

    public static function at(string $pointer, string $must): self
    {
        return new self($pointer, $must, null);
    }

    public static function notJson(int $line, string $because): self
    {
        return new self('', "is not JSON there: $because", $line);
    }

    public function onLine(int $line): self
    {
        return new self($this->pointer, $this->must, $line);
    }
}
