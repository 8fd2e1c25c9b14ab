<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\DriverManager;
use Symfony\Component\Process\Process;

/**
 * PostgreSQL's own programs on the database of the ledger's connection: pg_dump and pg_restore, and what makes and drops databases.
 * They end with whoever began them (PR_SET_PDEATHSIG), so that nothing is written any more for one who was killed.
 */
final readonly class PgPrograms
{
    public function __construct(private Connection $database)
    {
    }

    /** @return string|null null where the file stands, whole; else what the program said */
    public function dump(string $file, string $snapshot): ?string
    {
        return $this->run(['pg_dump', '--format=custom', '--compress=3', '--no-owner', '--exclude-table-data=public.messenger_messages', '--snapshot='.$snapshot, '--file='.$file, $this->name()]);
    }

    /** @return string|null null where all of it is in the database; else what the program said */
    public function restore(string $file, string $database): ?string
    {
        return $this->run(['pg_restore', '--no-owner', '--exit-on-error', '--dbname='.$database, $file]);
    }

    public function create(string $database): ?string
    {
        return $this->run(['createdb', '--template=template0', $database]);
    }

    public function drop(string $database): ?string
    {
        return $this->run(['dropdb', '--if-exists', '--force', $database]);
    }

    public function name(): string
    {
        return $this->database->getParams()['dbname'] ?? '';
    }

    /** To another database beside the ledger's. */
    public function connect(string $database): Connection
    {
        return DriverManager::getConnection(['persistent' => false, 'dbname' => $database] + $this->database->getParams());
    }

    /** @param non-empty-list<string> $command */
    private function run(array $command): ?string
    {
        $at = $this->database->getParams();
        $program = array_shift($command);
        $process = new Process(['setpriv', '--pdeathsig', 'KILL', '--', $program, '-h', $at['host'] ?? '', '-p', (string) ($at['port'] ?? 5432), '-U', $at['user'] ?? '', '--no-password', ...$command], null, ['PGPASSWORD' => $at['password'] ?? '', 'LC_ALL' => 'C.UTF-8'], null, null);
        $process->run();

        $said = array_values(array_filter(array_map(trim(...), explode("\n", mb_scrub($process->getErrorOutput(), 'UTF-8'))), static fn (string $line): bool => '' !== $line));

        return $process->isSuccessful() ? null : "$program: ".implode(' ', [] === $said ? ['it ended without a word'] : \array_slice($said, 0, 3));
    }
}
