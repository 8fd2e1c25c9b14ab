<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Tiff;

use VelvetLedger\Core\Format\ByteOrder;

/** An image file directory about to be written: fields, directories below it, and blocks of data that it points at. */
final class IfdDraft
{
    /** @var array<int, array{FieldType, int, string}> tag => type, count, bytes */
    private array $fields = [];

    /** @var array<int, array{FieldType, int, int}> tag => type, count, offset */
    private array $placed = [];

    /** @var array<int, list<self>> pointer tag => directories */
    private array $children = [];

    /** @var array<int, string> offset tag => data */
    private array $blocks = [];

    public function __construct(private readonly ByteOrder $order = ByteOrder::Little)
    {
    }

    /** Text, ended with the NUL that TIFF asks for. */
    public function text(int $tag, string $text): self
    {
        $this->fields[$tag] = [FieldType::Ascii, \strlen($text) + 1, $text."\0"];

        return $this;
    }

    /** Bytes as they are, as type UNDEFINED or BYTE. */
    public function raw(int $tag, string $bytes, FieldType $type = FieldType::Undefined): self
    {
        $this->fields[$tag] = [$type, \strlen($bytes), $bytes];

        return $this;
    }

    public function shorts(int $tag, int ...$values): self
    {
        $this->fields[$tag] = [FieldType::Short, \count($values), implode('', array_map($this->order->packU16(...), $values))];

        return $this;
    }

    public function longs(int $tag, int ...$values): self
    {
        $this->fields[$tag] = [FieldType::Long, \count($values), implode('', array_map($this->order->packU32(...), $values))];

        return $this;
    }

    /** A field as it stands in another directory of the same byte order. */
    public function field(int $tag, FieldType $type, int $count, string $bytes): self
    {
        $this->fields[$tag] = [$type, $count, $bytes];

        return $this;
    }

    /** A field of more than four bytes that stand elsewhere in the file already. */
    public function placed(int $tag, FieldType $type, int $count, int $offset): self
    {
        $this->placed[$tag] = [$type, $count, $offset];

        return $this;
    }

    /** @param array{int, int} ...$values numerator and denominator */
    public function rationals(int $tag, array ...$values): self
    {
        return $this->fractions($tag, FieldType::Rational, $values);
    }

    /** @param array{int, int} ...$values numerator and denominator, either sign */
    public function signedRationals(int $tag, array ...$values): self
    {
        return $this->fractions($tag, FieldType::SRational, $values);
    }

    /** Directories below this one, reached through the pointer $tag. */
    public function below(int $tag, self ...$children): self
    {
        $this->children[$tag] = array_values($children);

        return $this;
    }

    /** A block of data: its place is written to $offsetTag, its length in bytes to $lengthTag. */
    public function block(int $offsetTag, int $lengthTag, string $data): self
    {
        $this->blocks[$offsetTag] = $data;

        return $this->longs($lengthTag, \strlen($data));
    }

    /**
     * This directory as bytes to stand at $offset, with all that hangs below it directly behind it.
     *
     * @param bool $last whether no directory follows in the chain
     */
    public function bytesAt(int $offset, bool $last): string
    {
        $fields = $this->fields;
        $tags = array_unique([...array_keys($fields), ...array_keys($this->children), ...array_keys($this->blocks), ...array_keys($this->placed)]);
        sort($tags);
        $dataAt = $offset + 2 + 12 * \count($tags) + 4;
        $table = $this->order->packU16(\count($tags));
        $data = '';
        foreach ($tags as $tag) {
            if (isset($this->placed[$tag])) {
                [$type, $count, $at] = $this->placed[$tag];
                $table .= $this->order->packU16($tag).$this->order->packU16($type->value).$this->order->packU32($count).$this->order->packU32($at);
                continue;
            }
            [$type, $count, $bytes] = $fields[$tag] ?? $this->pointer($tag, $dataAt, $data);
            $value = str_pad($bytes, 4, "\0");
            if (\strlen($bytes) > 4) {
                $value = $this->order->packU32($dataAt + \strlen($data));
                $data .= self::even($bytes);
            }
            $table .= $this->order->packU16($tag).$this->order->packU16($type->value).$this->order->packU32($count).$value;
        }

        return $table.$this->order->packU32($last ? 0 : $dataAt + \strlen($data)).$data;
    }

    /** @return array{FieldType, int, string} the field that points at what is appended to $data */
    private function pointer(int $tag, int $dataAt, string &$data): array
    {
        $offsets = [];
        foreach ($this->children[$tag] ?? [] as $child) {
            $offsets[] = $dataAt + \strlen($data);
            $data .= $child->bytesAt($dataAt + \strlen($data), true);
        }
        if (isset($this->blocks[$tag])) {
            $offsets[] = $dataAt + \strlen($data);
            $data .= self::even($this->blocks[$tag]);
        }

        return [FieldType::Long, \count($offsets), implode('', array_map($this->order->packU32(...), $offsets))];
    }

    /** @param array<array{int, int}> $values */
    private function fractions(int $tag, FieldType $type, array $values): self
    {
        $bytes = '';
        foreach ($values as [$numerator, $denominator]) {
            $bytes .= $this->order->packU32($numerator).$this->order->packU32($denominator);
        }
        $this->fields[$tag] = [$type, \count($values), $bytes];

        return $this;
    }

    /** Values begin on a word boundary (TIFF 6.0 section 2). */
    private static function even(string $bytes): string
    {
        return 1 === \strlen($bytes) % 2 ? $bytes."\0" : $bytes;
    }
}
