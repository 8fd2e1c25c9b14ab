<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Component\DependencyInjection\ContainerInterface;

/** Services of one of several kernels, by their classes. */
final readonly class Services
{
    public function __construct(private ContainerInterface $of)
    {
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     */
    public function get(string $class): object
    {
        $service = $this->of->get($class);
        \assert($service instanceof $class);

        return $service;
    }
}
