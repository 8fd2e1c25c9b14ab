<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Component\DependencyInjection\ContainerInterface;
use Symfony\Component\HttpKernel\KernelInterface;

/** Services of one of several kernels, by their classes. */
final readonly class Services
{
    public function __construct(public ContainerInterface $container)
    {
    }

    /** Of a kernel of one's own, with a connection of its own, as another process has one. */
    public static function of(KernelInterface $kernel): self
    {
        $kernel->boot();
        $container = $kernel->getContainer()->get('test.service_container');
        \assert($container instanceof ContainerInterface);

        return new self($container);
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
        $service = $this->container->get($class);
        \assert($service instanceof $class);

        return $service;
    }
}
