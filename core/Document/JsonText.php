<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Document;

/** JSON (RFC 8259) that remembers on which line each value stands, so that what is wrong can be pointed at. */
final class JsonText
{
    private const DEEPEST = 64;

    private int $at = 0;

    /** @var array<string, int> JSON pointer => offset of its value */
    private array $places = [];

    private function __construct(private readonly string $text)
    {
    }

    /**
     * Reads a document and has it understood; what cannot be is told with its line.
     *
     * @template T
     *
     * @param \Closure(mixed): T $understand
     *
     * @return T
     *
     * @throws BadDocument
     */
    public static function read(string $text, \Closure $understand): mixed
    {
        $json = new self(str_starts_with($text, "\u{FEFF}") ? substr($text, 3) : $text);
        $value = $json->value('', 0);
        $json->space();
        if ($json->at < \strlen($json->text)) {
            throw $json->refuse('something follows its end');
        }
        try {
            return $understand($value);
        } catch (BadDocument $bad) {
            $place = $bad->pointer;
            while ('' !== $place && !isset($json->places[$place])) {
                $place = substr($place, 0, (int) strrpos($place, '/')); // what is missing is missed where it should be
            }
            throw $bad->onLine($json->lineOf($json->places[$place] ?? 0));
        }
    }

    private function value(string $pointer, int $depth): mixed
    {
        $this->space();
        $this->places[$pointer] = $this->at;
        if ($depth > self::DEEPEST) {
            throw $this->refuse('it is nested too deeply');
        }

        return match ($this->text[$this->at] ?? '') {
            '{' => $this->members($pointer, $depth),
            '[' => $this->elements($pointer, $depth),
            '"' => $this->string(),
            default => $this->scalar(),
        };
    }

    /** @return array<string, mixed> */
    private function members(string $pointer, int $depth): array
    {
        $members = [];
        while ($this->hasNext('{', '}', [] === $members)) {
            $this->space();
            $name = '"' === ($this->text[$this->at] ?? '') ? $this->string() : throw $this->refuse('a name in double quotes is missing');
            $this->space();
            $this->take(':');
            if (\array_key_exists($name, $members)) {
                throw $this->refuse("the name \"$name\" comes twice");
            }
            $members[$name] = $this->value($pointer.'/'.strtr($name, ['~' => '~0', '/' => '~1']), $depth + 1);
        }

        return $members;
    }

    /** @return list<mixed> */
    private function elements(string $pointer, int $depth): array
    {
        $elements = [];
        while ($this->hasNext('[', ']', [] === $elements)) {
            $elements[] = $this->value($pointer.'/'.\count($elements), $depth + 1);
        }

        return $elements;
    }

    /** Steps over the opening sign or the comma, or over the closing sign where nothing more comes. */
    private function hasNext(string $open, string $close, bool $first): bool
    {
        if ($first) {
            $this->take($open);
        }
        $this->space();
        if (($this->text[$this->at] ?? '') === $close) {
            ++$this->at;

            return false;
        }
        if (!$first) {
            $this->take(',');
        }

        return true;
    }

    private function string(): string
    {
        $raw = 1 === preg_match('/\G"(?:[^"\\\\\x00-\x1F]|\\\\.)*+"/s', $this->text, $found, 0, $this->at) ? $found[0] : '';
        $text = json_decode($raw);
        if (!\is_string($text)) {
            throw $this->refuse('a text is not closed, or holds a line break or a wrong escape');
        }
        $this->at += \strlen($raw);

        return $text;
    }

    private function scalar(): mixed
    {
        $word = 1 === preg_match('/\G[^\s,:{}\[\]"]+/', $this->text, $found, 0, $this->at) ? $found[0] : '';
        $value = json_decode($word);
        if ('' === $word || (null === $value && 'null' !== $word)) {
            throw $this->refuse('' === $word ? 'a value is missing' : "\"$word\" is no value");
        }
        $this->at += \strlen($word);

        return $value;
    }

    private function take(string $sign): void
    {
        if (($this->text[$this->at] ?? '') !== $sign) {
            throw $this->refuse("a \"$sign\" is missing");
        }
        ++$this->at;
    }

    private function space(): void
    {
        $this->at += strspn($this->text, " \t\r\n", $this->at);
    }

    private function refuse(string $because): BadDocument
    {
        return BadDocument::notJson($this->lineOf($this->at), $because);
    }

    private function lineOf(int $offset): int
    {
        return 1 + substr_count($this->text, "\n", 0, min($offset, \strlen($this->text)));
    }
}
