<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\DBAL\Connection;

/** Statements that the database is given in one piece, values and all: it carries out all of them or none, without a word from here in between. */
final class Batch
{
    /** What is refused by the batch itself; no code of PostgreSQL's or the SQL standard's begins with V. */
    public const REFUSED = 'VL001';

    /** @var list<string> */
    private array $statements = [];

    public function __construct(private readonly Connection $database)
    {
    }

    /** @param array<string, int|string> $values by the name that stands after a colon in the statement */
    public function add(string $statement, array $values = []): self
    {
        $literals = [];
        foreach ($values as $name => $value) {
            $literals[":$name"] = \is_int($value) ? (string) $value : $this->database->quote($value);
        }
        $this->statements[] = strtr($statement, $literals);

        return $this;
    }

    /**
     * Nothing of it counts unless this holds here, among what came before and will come after.
     *
     * @param string                    $holds  a condition in SQL
     * @param array<string, int|string> $values as in add()
     */
    public function unless(string $holds, array $values, string $refusal): self
    {
        $body = (new self($this->database))->add("BEGIN IF NOT ($holds) THEN RAISE EXCEPTION USING MESSAGE = :refusal, ERRCODE = '".self::REFUSED."'; END IF; END", $values + ['refusal' => $refusal]);

        return $this->add('DO :body', ['body' => $body->text()]);
    }

    /** In one message it is one transaction (PostgreSQL's manual, 55.2.2.1, multiple statements in a simple query). */
    public function text(): string
    {
        return implode(";\n", $this->statements);
    }

    /** Carries it out, and waits for that. */
    public function carryOut(): void
    {
        $this->database->executeStatement($this->text());
    }
}
