<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stamps;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Stamp\CouldNotKeep;
use VelvetLedger\Core\Stamp\IndentedList;
use VelvetLedger\Core\Stamp\KeywordPath;
use VelvetLedger\Core\Stamp\ListedWord;
use VelvetLedger\Server\Persistence\Stamps\KeywordRepository;
use VelvetLedger\Server\Persistence\Stamps\KeywordRow;

/** Changes the vocabulary. Frames that bear a word that changes are stamped anew: each change gives the shoots that these are in. */
final readonly class Vocabulary
{
    public function __construct(private KeywordRepository $words, private Connection $database)
    {
    }

    /** @return int its number; of the one that stands there already, where one does */
    public function add(?int $parent, string $word): int
    {
        if (null !== $parent) {
            $this->words->find($parent);
        }

        return $this->words->enter($parent, self::word($word));
    }

    /** @return list<int> shoots */
    public function rename(int $id, string $word): array
    {
        return $this->change($id, function (KeywordRow $row) use ($word): array {
            $word = self::word($word);
            $there = $this->words->below($row->parent, $word);

            return null === $there || $there === $row->id ? ['word' => $word] : throw CouldNotKeep::twice($word);
        });
    }

    /** @return list<int> shoots */
    public function move(int $id, ?int $under): array
    {
        return $this->change($id, function (KeywordRow $row) use ($under): array {
            if (null !== $under && $this->words->isBelow($this->words->find($under)->id, $row->id)) {
                throw CouldNotKeep::belowItself($row->word);
            }
            $there = $this->words->below($under, $row->word);

            return null === $there || $there === $row->id ? ['parent_id' => $under] : throw CouldNotKeep::twice($row->word);
        });
    }

    /** @return list<int> shoots */
    public function becomesHeading(int $id, bool $is): array
    {
        return $this->change($id, static fn (KeywordRow $row): array => ['is_heading' => $is ? 'true' : 'false']);
    }

    /** @param list<string> $synonyms */
    public function hasSynonyms(int $id, array $synonyms): void
    {
        $this->words->change($this->words->find($id)->id, ['synonyms' => self::json(array_map(self::word(...), $synonyms))]);
    }

    /**
     * Frames that bore one word bear another, and what stood below it stands below that; the word becomes a synonym.
     *
     * @return list<int> shoots
     */
    public function merge(int $id, int $into): array
    {
        return $this->database->transactional(function () use ($id, $into): array {
            $this->words->alone();
            $row = $this->words->find($id);
            $target = $this->words->find($into);
            if ($this->words->isBelow($into, $id)) {
                throw CouldNotKeep::belowItself($row->word);
            }
            $shoots = $this->words->restampBelow($id);
            $this->pour($row, $target);

            return $shoots;
        });
    }

    /** @return list<int> shoots */
    public function drop(int $id): array
    {
        return $this->database->transactional(function () use ($id): array {
            $this->words->alone();
            $shoots = $this->words->restampBelow($this->words->find($id)->id);
            $this->words->drop($id);

            return $shoots;
        });
    }

    /**
     * Words that are there already stay, with new synonyms.
     *
     * @return int how many are new
     *
     * @throws BadDocument naming the line
     */
    public function import(string $text): int
    {
        $list = IndentedList::read($text);

        return $this->database->transactional(function () use ($list): int {
            $this->words->alone();
            $before = $this->words->count();
            // Depth by depth, many words to a query: a word's parent has its number by then.
            $levels = $ids = $path = [];
            foreach ($list as $n => $word) {
                $path[$word->depth] = $n;
                $levels[$word->depth][$n] = ['parent' => $path[$word->depth - 1] ?? null, 'word' => $word];
            }
            ksort($levels);
            foreach ($levels as $words) {
                $ids += $this->words->enterAll(array_map(static fn (array $one): array => ['parent' => null === $one['parent'] ? null : $ids[$one['parent']], 'word' => $one['word']->word, 'synonyms' => $one['word']->synonyms, 'heading' => $one['word']->isHeading], $words));
            }

            return $this->words->count() - $before;
        });
    }

    public function export(): string
    {
        $words = function (): \Generator {
            foreach ($this->words->all() as $row) {
                yield new ListedWord($row['depth'], $row['word'], $row['synonyms'], $row['heading']);
            }
        };

        return IndentedList::write($words());
    }

    private function pour(KeywordRow $from, KeywordRow $into): void
    {
        $this->words->give($from->id, $into->id);
        foreach ($this->words->children($from->id) as $child) {
            $there = $this->words->below($into->id, $child->word);
            null === $there ? $this->words->change($child->id, ['parent_id' => $into->id]) : $this->pour($child, $this->words->find($there));
        }
        $this->words->drop($from->id);
        $also = array_filter([$from->word, ...$from->synonyms, ...$into->synonyms], static fn (string $word): bool => mb_strtolower($word) !== mb_strtolower($into->word));
        $this->words->change($into->id, ['synonyms' => self::json(array_values(array_unique($also)))]);
    }

    /**
     * @param \Closure(KeywordRow): array<string, mixed> $values
     *
     * @return list<int>
     */
    private function change(int $id, \Closure $values): array
    {
        return $this->database->transactional(function () use ($id, $values): array {
            $this->words->alone();
            $this->words->change($id, $values($this->words->find($id)));

            return $this->words->restampBelow($id);
        });
    }

    private static function word(string $word): string
    {
        return KeywordPath::word($word) ?? throw CouldNotKeep::word();
    }

    /** @param list<string> $synonyms */
    private static function json(array $synonyms): string
    {
        return json_encode($synonyms, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);
    }
}
