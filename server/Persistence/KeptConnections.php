<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Exception;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;

/**
 * Asks a connection that was kept from the request before whether it still answers: where the database was started anew
 * meanwhile, another is made, and nobody notices.
 */
final class KeptConnections implements Middleware
{
    public function wrap(Driver $driver): Driver
    {
        return new class($driver) extends AbstractDriverMiddleware {
            public function connect(#[\SensitiveParameter] array $params): Connection
            {
                if (true !== ($params['persistent'] ?? null)) {
                    return parent::connect($params);
                }
                try {
                    $connection = parent::connect($params);
                    $connection->query('SELECT 1');

                    return $connection;
                } catch (Exception) {
                    unset($connection);

                    return parent::connect($params); // libpq knows by now that the old one is dead, and makes it anew
                }
            }
        };
    }
}
