<?php

declare(strict_types=1);

/*
 * Writes what the server's answers look like as TypeScript, from the classes in server/View and those of the core that
 * they carry: what is said of a shape is said once. "php ops/types.php" prints it, "php ops/types.php FILE" writes it.
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

    /** @var array<string, true> names that stand in web/src/api/standingOrder.ts */
    private array $imported = [];

    private readonly TypeResolver $resolver;

    public function __construct()
    {
        $this->resolver = TypeResolver::create();
    }

    public function text(): string
    {
        $files = glob(dirname(__DIR__).'/server/View/*View.php');
        foreach (false === $files ? [] : $files as $file) {
            $class = 'VelvetLedger\Server\View\\'.basename($file, '.php');
            if (class_exists($class)) {
                $this->name(new ReflectionClass($class));
            }
        }
        ksort($this->written);
        ksort($this->imported);
        $import = [] === $this->imported ? '' : 'import type { '.implode(', ', array_keys($this->imported))." } from \"./standingOrder\";\n";

        return self::HEAD.$import."\n".implode("\n", $this->written);
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

        return self::comment($enum->getDocComment(), '').'export type '.$name.' = '.implode(' | ', $values).";\n";
    }

    /** @param ReflectionClass<object> $class */
    private function fields(string $name, ReflectionClass $class): string
    {
        $lines = [];
        foreach ($class->getProperties(ReflectionProperty::IS_PUBLIC) as $property) {
            $as = $property->getAttributes(WrittenAs::class)[0] ?? null;
            if (null !== $as) {
                $type = $as->newInstance()->type;
                $this->imported[rtrim($type, '[]')] = true;
            } else {
                $type = $this->type($this->resolver->resolve($property));
            }
            $lines[] = self::comment($property->getDocComment(), '  ').'  '.$property->getName().': '.$type.";\n";
        }

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

    /** The first sentence or so of a docblock: what stands before its tags. */
    private static function comment(string|false $docblock, string $indent): string
    {
        $words = preg_replace(['#^/\*\*|\*/$#', '/^\s*\*\s?/m', '/@.*$/s'], '', false === $docblock ? '' : $docblock) ?? '';
        $words = trim(preg_replace('/\s+/', ' ', $words) ?? '');

        return '' === $words ? '' : "$indent/** $words */\n";
    }
}

$text = (new TypeScriptOfViews())->text();
$file = $argv[1] ?? null;
null === $file ? print $text : file_put_contents($file, $text);
