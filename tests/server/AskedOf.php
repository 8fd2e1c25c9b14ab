<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Component\HttpFoundation\Request;
use VelvetLedger\Core\Document\Fields;

/** Which names a route asks for in its query and in its body: read from the source of its method, and of whoever reads for it, so that none can be forgotten. */
final class AskedOf
{
    private const IN_BODY = '/->(?:text|number|numberOrNull|oneOf|has|any|object|list|map|texts)\(\s*\'(\w+)\'/';
    private const IN_QUERY = '/query->get\w*\(\s*\'(\w+)\'|RowNumber::of\(\$request, \'(\w+)\'/';

    /** @var array<string, true> sources that were read */
    private array $read = [];

    /** @var array<string, true> */
    private array $query = [];

    /** @var array<string, true> */
    private array $body = [];

    /** @return array{list<string>, list<string>} of the query, of the body */
    public static function route(string $controller): array
    {
        $asked = new self();
        $asked->method(new \ReflectionMethod($controller));

        return [array_keys($asked->query), array_keys($asked->body)];
    }

    /** With the methods of its class that it calls. */
    private function method(\ReflectionMethod $method): void
    {
        $class = $method->getDeclaringClass();
        if (isset($this->read[$class->name.'::'.$method->name])) {
            return;
        }
        $this->read[$class->name.'::'.$method->name] = true;
        $lines = \array_slice((array) file((string) $method->getFileName()), (int) $method->getStartLine() - 1, (int) $method->getEndLine() - (int) $method->getStartLine() + 1);
        $source = str_replace('DeskInput::body', '', implode('', array_filter($lines, \is_string(...))));
        $this->names($source);
        preg_match_all('/(?:self::|static::|\$this->)(\w+)\(/', $source, $calls);
        foreach ($calls[1] as $called) {
            if ($class->hasMethod($called)) {
                $this->method($class->getMethod($called));
            }
        }
        $this->others($source, $class);
    }

    private function names(string $source): void
    {
        preg_match_all(self::IN_BODY, $source, $found);
        $this->body += array_fill_keys($found[1], true);
        preg_match_all(self::IN_QUERY, $source, $found);
        $this->query += array_fill_keys(array_filter([...$found[1], ...$found[2]], static fn (string $name): bool => '' !== $name), true);
    }

    /**
     * Classes that are named there, and read fields or requests themselves.
     *
     * @param \ReflectionClass<object> $of
     */
    private function others(string $source, \ReflectionClass $of): void
    {
        $file = (string) file_get_contents((string) $of->getFileName());
        preg_match_all('/^use ([\w\\\\]+\\\\(\w+));/m', $file, $imports);
        $imported = array_combine($imports[2], $imports[1]);
        preg_match_all('/\b([A-Z]\w+)\b/', $source, $words);
        foreach (array_unique($words[1]) as $word) {
            $class = $imported[$word] ?? $of->getNamespaceName().'\\'.$word;
            if (isset($this->read[$class]) || !str_starts_with($class, 'VelvetLedger\\') || !class_exists($class) || Fields::class === $class || $class === $of->name) {
                continue;
            }
            $other = new \ReflectionClass($class);
            $whole = (string) file_get_contents((string) $other->getFileName());
            if (str_contains($whole, 'use '.Fields::class.';') || str_contains($whole, 'use '.Request::class.';')) {
                $this->read[$class] = true;
                $this->names($whole);
                $this->others($whole, $other);
            }
        }
    }
}
