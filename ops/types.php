<?php

declare(strict_types=1);

/*
 * Writes what the server's answers look like, from the classes in server/View and those of the core that they carry: what is
 * said of a shape is said once. As TypeScript's types, and as schemas (valibot) that an answer is held against: a pair of files
 * for each folder of server/View, one for what several of them carry, and one that has them all.
 * "php ops/types.php FOLDER" writes them there, see bin/ledger types.
 */

use Symfony\Component\TypeInfo\Type;
use Symfony\Component\TypeInfo\Type\CollectionType;
use Symfony\Component\TypeInfo\Type\NullableType;
use Symfony\Component\TypeInfo\Type\ObjectType;
use Symfony\Component\TypeInfo\Type\UnionType;
use Symfony\Component\TypeInfo\TypeResolver\TypeResolver;
use VelvetLedger\Server\View\WrittenAs;

require dirname(__DIR__).'/vendor/autoload.php';

final class TypeScriptOfViews
{
    private const HEAD = "/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */\n";

    /** @var array<string, string> name => declaration */
    private array $written = [];

    /** @var array<string, string> name => schema, each after those that it is made of */
    private array $schemas = [];

    /** @var array<string, array<string, true>> name => names that it is made of */
    private array $carries = [];

    /** @var array<string, string> name of a view => its folder, as its files are called */
    private array $parts = [];

    /** @var array<string, array<string, true>> name => names of web/src/api/standingOrder.ts in it */
    private array $orders = [];

    /** What is being read, and so carries what is named next. */
    private string $reading = '';

    private readonly TypeResolver $resolver;

    public function __construct()
    {
        $this->resolver = TypeResolver::create();
    }

    /** @return array<string, string> path => text */
    public function files(): array
    {
        $this->read();
        $parts = $this->divided();
        $files = [];
        foreach ($parts as $part => $names) {
            $types = implode("\n", array_map(fn (string $name): string => $this->written[$name], $names));
            $files["views/$part.ts"] = self::HEAD.$this->imports($types, $parts, $part, false)."\n".$types;
            $schemas = implode("\n", array_map(fn (string $name): string => $this->schemas[$name], array_values(array_intersect(array_keys($this->schemas), $names))));
            $files["schemas/$part.ts"] = self::HEAD.$this->imports($schemas, $parts, $part, true)."\n".$schemas;
        }
        foreach (['views', 'schemas'] as $kind) {
            $files["$kind.ts"] = self::HEAD.implode('', array_map(static fn (string $part): string => "export * from \"./$kind/$part\";\n", array_keys($parts)));
        }

        return $files;
    }

    private function read(): void
    {
        $files = glob(dirname(__DIR__).'/server/View/*/*View.php');
        foreach (false === $files ? [] : $files as $file) {
            $folder = basename(dirname($file));
            $class = 'VelvetLedger\Server\View\\'.$folder.'\\'.basename($file, '.php');
            if (class_exists($class)) {
                $this->parts[$this->name(new ReflectionClass($class))] = strtolower($folder);
            }
        }
        ksort($this->written);
    }

    /**
     * A view is in the part of its folder, what it carries of the core as well; what several parts carry is shared by them.
     *
     * @return array<string, list<string>> part => names
     */
    private function divided(): array
    {
        $of = array_map(static fn (string $part): array => [$part => true], $this->parts);
        do {
            $before = $of;
            foreach ($this->carries as $name => $carried) {
                foreach (array_diff(array_keys($carried), array_keys($this->parts)) as $one) {
                    $of[$one] = ($of[$one] ?? []) + ($of[$name] ?? []);
                }
            }
        } while ($before !== $of);
        $parts = [];
        foreach (array_keys($this->written) as $name) {
            $parts[1 === count($of[$name]) ? array_key_first($of[$name]) : 'shared'][] = $name;
        }
        ksort($parts);

        return $parts;
    }

    /** @param array<string, list<string>> $parts */
    private function imports(string $text, array $parts, string $mine, bool $areSchemas): string
    {
        $carried = $orders = [];
        foreach ($parts[$mine] as $name) {
            $carried += $this->carries[$name] ?? [];
            $orders += $this->orders[$name] ?? [];
        }
        ksort($orders);
        $lines = [];
        if ($areSchemas) {
            $checks = array_filter(['given', 'list'], static fn (string $check): bool => 1 === preg_match('/\b'.$check.'[<(]/', $text));
            $lines[] = "import * as v from \"valibot\";\nimport { ".implode(', ', [...$checks, 'type Schema'])." } from \"../checks\";\n";
        }
        $lines[] = [] === $orders ? '' : 'import type { '.implode(', ', array_keys($orders))." } from \"../standingOrder\";\n";
        $lines[] = $areSchemas ? "import type * as views from \"../views/$mine\";\n" : '';
        foreach (array_diff_key($parts, [$mine => true]) as $part => $names) {
            $needed = array_intersect($names, array_keys($carried));
            $lines[] = [] === $needed ? '' : 'import '.($areSchemas ? '' : 'type ').'{ '.implode(', ', $needed)." } from \"./$part\";\n";
        }

        return implode('', $lines);
    }

    /** @param ReflectionClass<object> $class */
    private function name(ReflectionClass $class): string
    {
        $name = preg_replace('/View$/', '', $class->getShortName()) ?? '';
        $this->carries[$this->reading][$name] = true;
        if (!isset($this->written[$name])) {
            [$before, $this->reading] = [$this->reading, $name];
            $this->written[$name] = ''; // it may name itself
            $this->written[$name] = is_subclass_of($class->getName(), UnitEnum::class) ? $this->choices($name, new ReflectionEnum($class->getName())) : $this->fields($name, $class);
            $this->reading = $before;
        }

        return $name;
    }

    /** @param ReflectionEnum<UnitEnum> $enum */
    private function choices(string $name, ReflectionEnum $enum): string
    {
        $values = array_map(static fn (ReflectionEnumUnitCase $case): string => $case instanceof ReflectionEnumBackedCase ? (string) json_encode($case->getBackingValue()) : '', $enum->getCases());

        $this->schemas[$name] = "export const $name: Schema<views.$name> = v.picklist([".implode(', ', $values)."]);\n";

        return self::comment($enum->getDocComment(), '').'export type '.$name.' = '.implode(' | ', $values).";\n";
    }

    /** @param ReflectionClass<object> $class */
    private function fields(string $name, ReflectionClass $class): string
    {
        $lines = $checks = [];
        foreach ($class->getProperties(ReflectionProperty::IS_PUBLIC) as $property) {
            $as = $property->getAttributes(WrittenAs::class)[0] ?? null;
            if (null !== $as) {
                $type = $as->newInstance()->type;
                $this->orders[$name][rtrim($type, '[]')] = true;
                $check = "given<$type>()";
            } else {
                $check = $this->check($this->resolver->resolve($property));
                $type = $this->type($this->resolver->resolve($property));
            }
            $checks[] = '  '.$property->getName().': '.$check.",\n";
            $lines[] = self::comment($property->getDocComment(), '  ').'  '.$property->getName().': '.$type.";\n";
        }

        $this->schemas[$name] = "export const $name: Schema<views.$name> = v.object({\n".implode('', $checks)."});\n";

        return self::comment($class->getDocComment(), '')."export interface $name {\n".implode('', $lines)."}\n";
    }

    private function type(Type $type): string
    {
        if ($type instanceof NullableType) {
            return $this->type($type->getWrappedType()).' | null';
        }
        if ($type instanceof UnionType) {
            return implode(' | ', array_map($this->type(...), $type->getTypes()));
        }
        if ($type instanceof CollectionType) {
            $value = $this->type($type->getCollectionValueType());

            return $type->isList() ? (str_contains($value, ' ') ? "($value)[]" : $value.'[]') : "Record<string, $value>";
        }
        if ($type instanceof ObjectType && class_exists($type->getClassName())) {
            return $this->name(new ReflectionClass($type->getClassName()));
        }

        return match ((string) $type) {
            'int', 'float' => 'number',
            'bool' => 'boolean',
            'string', 'non-empty-string' => 'string',
            'null' => 'null',
            default => throw new LogicException("There is no TypeScript for $type."),
        };
    }

    /** The schema of a type. */
    private function check(Type $type): string
    {
        if ($type instanceof NullableType) {
            return 'v.nullable('.$this->check($type->getWrappedType()).')';
        }
        if ($type instanceof UnionType) {
            return 'v.union(['.implode(', ', array_map($this->check(...), $type->getTypes())).'])';
        }
        if ($type instanceof CollectionType) {
            $value = $this->check($type->getCollectionValueType());

            return $type->isList() ? "list($value)" : "v.record(v.string(), $value)";
        }

        return match ($name = $this->type($type)) {
            'number', 'boolean', 'string' => "v.$name()",
            'null' => 'v.null()',
            default => $name,
        };
    }

    /** The first sentence or so of a docblock: what stands before its tags. */
    private static function comment(string|false $docblock, string $indent): string
    {
        $words = preg_replace(['#^/\*\*|\*/$#', '/^\s*\*\s?/m', '/@.*$/s'], '', false === $docblock ? '' : $docblock) ?? '';
        $words = trim(preg_replace('/\s+/', ' ', $words) ?? '');

        return '' === $words ? '' : "$indent/** $words */\n";
    }
}

$folder = rtrim($argv[1] ?? throw new LogicException('Say in which folder they are to be written.'), '/');
foreach ((new TypeScriptOfViews())->files() as $path => $text) {
    is_dir(dirname("$folder/$path")) || mkdir(dirname("$folder/$path"), 0o777, true);
    file_put_contents("$folder/$path", $text);
}
