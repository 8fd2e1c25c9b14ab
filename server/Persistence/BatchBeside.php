<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Driver\AbstractException;
use Doctrine\DBAL\DriverManager;
use Doctrine\DBAL\Exception\DriverException;

/**
 * Has the database carry out a batch while this process goes on with something else, on a connection of its own. All of it is
 * with the database once it is given, so that nobody who waits for its rows waits for this process.
 */
final class BatchBeside
{
    private const OF_A_CONNECTION = ['host' => 0, 'port' => 0, 'user' => 0, 'password' => 0, 'dbname' => 0, 'charset' => 0, 'sslmode' => 0];

    private bool $isUnderWay = false;
    private ?Connection $own = null;
    private ?\PgSql\Connection $connection = null;

    public function __construct(private readonly Connection $database)
    {
    }

    /** Whether there is a connection by now: it knows these statements, and what they need, already. */
    public function isOpen(): bool
    {
        return null !== $this->connection;
    }

    /** Whether a connection is to be had. */
    public function isThere(): bool
    {
        try {
            $this->connection ??= $this->connect();
        } catch (DriverException) {
            return false;
        }

        return true;
    }

    /**
     * Gives it a batch; the one before has to have ended.
     *
     * @throws DriverException
     */
    public function begin(Batch $batch): void
    {
        $this->connection ??= $this->connect();
        if (true !== @pg_send_query($this->connection, $batch->text())) {
            throw $this->lost(pg_last_error($this->connection));
        }
        $this->isUnderWay = true;
    }

    /**
     * Waits until the batch that was begun is carried out, where one was.
     *
     * @throws DriverException where none of it was; where the connection broke it may have been
     */
    public function end(): void
    {
        if (null === $this->connection || !$this->isUnderWay) {
            return;
        }
        $this->isUnderWay = false;
        $failure = null;
        while (false !== $result = @pg_get_result($this->connection)) {
            $state = pg_result_error_field($result, \PGSQL_DIAG_SQLSTATE);
            if (\PGSQL_FATAL_ERROR === pg_result_status($result)) {
                $failure ??= self::said((string) pg_result_error($result), \is_string($state) ? $state : null);
            }
        }
        if (\PGSQL_CONNECTION_OK !== pg_connection_status($this->connection)) {
            throw $this->lost(null === $failure ? pg_last_error($this->connection) : $failure->getMessage());
        }
        if (null !== $failure) {
            throw $this->database->getDriver()->getExceptionConverter()->convert($failure, null);
        }
    }

    /** Nothing is to be carried out any more for now. */
    public function close(): void
    {
        $this->own?->close();
        $this->own = $this->connection = null;
        $this->isUnderWay = false;
    }

    private function lost(string $because): DriverException
    {
        $this->close();

        return $this->database->getDriver()->getExceptionConverter()->convert(self::said($because, '08006'), null);
    }

    private static function said(string $message, ?string $state): AbstractException
    {
        return new class($message, $state) extends AbstractException {};
    }

    private function connect(): \PgSql\Connection
    {
        $this->own = DriverManager::getConnection(['driver' => 'pgsql'] + array_intersect_key($this->database->getParams(), self::OF_A_CONNECTION));
        $connection = $this->own->getNativeConnection();
        \assert($connection instanceof \PgSql\Connection);

        return $connection;
    }
}
