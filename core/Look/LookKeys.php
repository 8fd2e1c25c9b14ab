<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;

/**
 * Which key does what in a first look. Those of stars and labels (digits), of going on and back (arrows, Space, Home, End),
 * of leaving (Escape) and of listing them (?) are the same in every set.
 */
final readonly class LookKeys
{
    public const BOTH = 'for both hands';

    /** Action => keys: of the left hand, and of the right. */
    private const BOTH_HANDS = [
        'keep' => ['f', 'k'], 'drop' => ['d', 'j'], 'unsure' => ['s', 'l'], 'open' => ['a', 'h'], 'turn left' => ['q', ','], 'turn right' => ['x', '.'],
        'take back' => ['z'], 'bring again' => ['y'], 'passes' => ['g'], 'words' => ['u'], 'next group' => ['n'], 'group before' => ['p'],
        'pick' => ['-'], 'together' => ['='], 'fold' => [';'], 'side by side' => ['w'], 'choose' => ['r'], 'pixel by pixel' => ['e'], 'recorded' => ['i'], 'clipped' => ['c'], 'edges' => ['t'],
        'exposure' => ['o'], 'move on' => ['m'], 'bare' => ['b'], 'whole screen' => ['v'],
    ];
    private const LEFT = ['keep' => ['f'], 'drop' => ['d'], 'unsure' => ['s'], 'open' => ['a'], 'turn left' => ['q'], 'turn right' => ['x'], 'words' => ['b'], 'bare' => ['h'], 'bring again' => ['c'], 'clipped' => ['y'], 'choose' => ['r'], 'next group' => ['v'], 'whole screen' => ['n']];
    private const RIGHT = [
        'keep' => ['k'], 'drop' => ['j'], 'unsure' => ['l'], 'open' => ['h'], 'turn left' => [','], 'turn right' => ['.'], 'take back' => ['u'], 'bring again' => ['i'],
        'passes' => ['p'], 'words' => ['y'], 'next group' => ['n'], 'group before' => ['b'], 'side by side' => ['o'], 'choose' => ["'"], 'pixel by pixel' => ['m'], 'move on' => ['q'], 'recorded' => ['f'], 'exposure' => ['e'], 'bare' => ['d'],
    ];
    private const MOST = 3;

    /** @param array<string, list<string>> $keys by action */
    private function __construct(public array $keys)
    {
    }

    /** @return array<string, self> by name, the first of them for those who chose none */
    public static function readyMade(): array
    {
        return [self::BOTH => new self(self::BOTH_HANDS), 'for the left hand' => new self(self::LEFT + self::BOTH_HANDS), 'for the right hand' => new self(self::RIGHT + self::BOTH_HANDS)];
    }

    /**
     * What is left away has the keys that it has for both hands.
     *
     * @throws BadDocument where a key would do two things, or is none
     */
    public static function read(Fields $fields): self
    {
        return $fields->make(static function () use ($fields): self {
            $keys = $taken = [];
            foreach (self::BOTH_HANDS as $action => $usual) {
                $keys[$action] = $fields->has($action) ? array_values(array_unique(array_map(static fn (string $key): string => mb_strtolower(trim($key), 'UTF-8'), $fields->texts($action)))) : $usual;
                if ([] === $keys[$action] || \count($keys[$action]) > self::MOST) {
                    throw BadDocument::at("/$action", 'must have one to '.self::MOST.' keys');
                }
                foreach ($keys[$action] as $key) {
                    if (1 !== mb_strlen($key) || 1 === preg_match('/^[\d\s?\p{C}]$/u', $key)) {
                        throw BadDocument::at("/$action", "cannot have the key \"$key\": it must be one character, and no digit, space or question mark");
                    }
                    if (isset($taken[$key])) {
                        throw BadDocument::at("/$action", "cannot have the key \"$key\": it does \"{$taken[$key]}\" already");
                    }
                    $taken[$key] = $action;
                }
            }

            return new self($keys);
        });
    }
}
