<?php

declare(strict_types=1);

/*
 * Writes what the server's answers look like, from the classes in server/View and those of the core that they carry: what is
 * said of a shape is said once. As TypeScript's types, and as schemas (valibot) that an answer is held against.
 * "php ops/types.php types" or "schemas" prints it, "php ops/types.php types FILE" writes it.
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

    /** @var array<string, true> names that stand in web/src/api/standingOrder.ts */
    private array $imported = [];

    private readonly TypeResolver $resolver;

    public function __construct()
    {
        $this->resolver = TypeResolver::create();
    }

    public function types(): string
    {
        $this->read();
        ksort($this->written);

        return self::HEAD.$this->import()."\n".implode("\n", $this->written);
    }

    public function schemas(): string
    {
        $this->read();

        return self::HEAD."import * as v from \"valibot\";\nimport { given, list, type Schema } from \"./checks\";\n".$this->import()."import type * as views from \"./views\";\n\n".implode("\n", $this->schemas);
    }

    private function read(): void
    {
        $files = glob(dirname(__DIR__).'/server/View/*View.php');
        foreach (false === $files ? [] : $files as $file) {
            $class = 'VelvetLedger\Server\View\\'.basename($file, '.php');
            if (class_exists($class)) {
                $this->name(new ReflectionClass($class));
            }
        }
        ksort($this->imported);
    }

    private function import(): string
    {
        return [] === $this->imported ? '' : 'import type { '.implode(', ', array_keys($this->imported))." } from \"./standingOrder\";\n";
    }

    /** @param ReflectionClass<object> $class */
    private function name(ReflectionClass $class): string
    {
        $name = preg_replace('/View$/', '', $class->getShortName()) ?? '';
        if (!isset($this->written[$name])) {
            $this->written[$name] = ''; // it may name itself
            $this->written[$name] = is_subclass_of($class->getName(), UnitEnum::class) ? $this->choices($name, new ReflectionEnum($class->getName())) : $this->fields($name, $class);
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
                $this->imported[rtrim($type, '[]')] = true;
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

$views = new TypeScriptOfViews();
$text = 'schemas' === ($argv[1] ?? '') ? $views->schemas() : $views->types();
$file = $argv[2] ?? null;
null === $file ? print $text : file_put_contents($file, $text);
