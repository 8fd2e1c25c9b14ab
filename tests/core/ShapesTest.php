<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Server\Persistence\Conversions\ConversionState;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\ProvingState;
use VelvetLedger\Server\Persistence\Copies\StepState;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Tests\Folder;

/** Rules of the house that code can be held against: rooms without circles, values of few parts, names that tell apart, shapes said once. */
final class ShapesTest extends TestCase
{
    private const MOST_ARGUMENTS = 8;

    public function testNoTwoRoomsLeadIntoEachOther(): void
    {
        foreach (['core', 'server'] as $house) {
            $leads = [];
            foreach (self::sources($house) as $file => $code) {
                $room = explode('/', $file)[1];
                preg_match_all('/VelvetLedger\\\\'.ucfirst($house).'\\\\(\w+)\\\\\w/', $code, $found);
                foreach (str_contains($room, '.php') ? [] : array_diff($found[1], [$room]) as $other) {
                    $leads[$room][$other] = $file;
                }
            }
            foreach (array_keys($leads) as $room) {
                self::assertNull(self::wayBack($leads, $room, $room, []), "$house/$room leads back to itself");
            }
        }
    }

    public function testNothingIsMadeOfMoreThanEightParts(): void
    {
        $tooMany = [];
        foreach (self::classes() as $class) {
            $parts = $class->getConstructor()?->getNumberOfParameters() ?? 0;
            if ($parts > self::MOST_ARGUMENTS) {
                $tooMany[] = $class->getName().": $parts";
            }
        }
        self::assertSame([], $tooMany);
    }

    public function testNoTwoClassesHaveOneName(): void
    {
        $names = [];
        foreach (self::classes() as $class) {
            $names[$class->getShortName()][] = $class->getName();
        }
        self::assertSame([], array_filter($names, static fn (array $of): bool => \count($of) > 1));
    }

    public function testEntitiesAreOnlyChangedThroughTheirMethods(): void
    {
        $open = [];
        foreach (self::classes() as $class) {
            foreach (str_contains($class->getName(), '\\Persistence\\') ? $class->getProperties(\ReflectionProperty::IS_PUBLIC) : [] as $property) {
                if (!$property->isReadOnly() && !$property->isStatic()) {
                    $open[] = $class->getShortName().'::$'.$property->getName();
                }
            }
        }
        self::assertSame([], $open);
    }

    public function testTheWebSideHasTheServersShapes(): void
    {
        $root = \dirname(__DIR__, 2);
        $folder = new Folder();
        $written = new Process([\PHP_BINARY, $root.'/ops/types.php', $folder->path]);
        self::assertSame(0, $written->run(), $written->getErrorOutput());
        $files = static fn (string $in): array => array_merge(...array_map(static fn (string $kind): array => ["$kind.ts", ...array_map(static fn (string $name): string => "$kind/$name", FolderNames::in("$in/$kind"))], ['views', 'schemas']));
        self::assertSame($files($folder->path), $files("$root/web/src/api"), 'run bin/ledger types, and take away what it does not write');
        foreach ($files($folder->path) as $file) {
            self::assertStringEqualsFile("$root/web/src/api/$file", (string) file_get_contents("$folder->path/$file"), 'run bin/ledger types');
        }
    }

    /** Statements say states as words, so that they read as what they are; each is one that an enum has. */
    public function testStatesInStatementsAreThoseOfTheEnums(): void
    {
        $states = array_column([...CopyState::cases(), ...IntakeState::cases(), ...ConversionState::cases(), ...ProvingState::cases(), ...StepState::cases()], 'value');
        $known = ['state' => $states, 'outcome' => array_column(Outcome::cases(), 'value'), 'role' => array_column(StoreRole::cases(), 'value')];
        $unknown = [];
        $found = 0;
        foreach (self::sources('server') as $file => $code) {
            preg_match_all("/\\b(state|outcome|role)\\s*(?:=|<>|(?:NOT )?IN|IS (?:NOT )?DISTINCT FROM)\\s*\\(?((?:'[^']*'(?:,\\s*)?)+)/", str_contains($file, 'Migrations') ? '' : $code, $said, \PREG_SET_ORDER);
            foreach ($said as [$all, $column, $words]) {
                ++$found;
                preg_match_all("/'([^']*)'/", $words, $each);
                $unknown = [...$unknown, ...array_map(static fn (string $word): string => "$file: $all", array_filter($each[1], static fn (string $word): bool => !str_contains($word, '"') && !\in_array($word, $known[$column], true)))];
            }
        }
        self::assertSame([], $unknown);
        self::assertGreaterThan(50, $found);
    }

    /**
     * @param array<string, array<string, string>> $leads room => other room => by which file
     * @param array<string, true>                  $seen
     */
    private static function wayBack(array $leads, string $from, string $to, array $seen): ?string
    {
        foreach ($leads[$from] ?? [] as $room => $file) {
            if ($room === $to) {
                return $file;
            }
            $way = isset($seen[$room]) ? null : self::wayBack($leads, $room, $to, $seen += [$room => true]);
            if (null !== $way) {
                return "$file, $way";
            }
        }

        return null;
    }

    /** @return iterable<\ReflectionClass<object>> */
    private static function classes(): iterable
    {
        foreach (['core', 'server'] as $house) {
            foreach (array_keys([...self::sources($house)]) as $file) {
                $name = 'VelvetLedger\\'.ucfirst(strtr(substr($file, 0, -4), '/', '\\'));
                if (class_exists($name) || interface_exists($name) || trait_exists($name)) {
                    yield new \ReflectionClass($name);
                }
            }
        }
    }

    /** @return iterable<string, string> file => code */
    private static function sources(string $house): iterable
    {
        $root = \dirname(__DIR__, 2);
        foreach (new \RegexIterator(new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator("$root/$house", \FilesystemIterator::SKIP_DOTS)), '#/[A-Z]\w*\.php$#') as $file) {
            if ($file instanceof \SplFileInfo) {
                yield substr($file->getPathname(), \strlen($root) + 1) => (string) file_get_contents($file->getPathname());
            }
        }
    }
}
