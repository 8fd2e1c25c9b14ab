<?php

declare(strict_types=1);

namespace VelvetLedger\Server;

use Doctrine\Bundle\DoctrineBundle\DoctrineBundle;
use Doctrine\Bundle\MigrationsBundle\DoctrineMigrationsBundle;
use Symfony\Bundle\FrameworkBundle\FrameworkBundle;
use Symfony\Bundle\FrameworkBundle\Kernel\MicroKernelTrait;
use Symfony\Bundle\MonologBundle\MonologBundle;
use Symfony\Bundle\SecurityBundle\SecurityBundle;
use Symfony\Component\DependencyInjection\Loader\Configurator\ContainerConfigurator;
use Symfony\Component\HttpKernel\Kernel as BaseKernel;
use Symfony\Component\Routing\Loader\Configurator\RoutingConfigurator;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Settings\MachineZone;

/** Symfony around the core: which bundles, which services, which routes. */
final class Kernel extends BaseKernel
{
    use MicroKernelTrait;

    public function boot(): void
    {
        MachineZone::keep();
        parent::boot();
    }

    public function registerBundles(): iterable
    {
        return [new FrameworkBundle(), new SecurityBundle(), new MonologBundle(), new DoctrineBundle(), new DoctrineMigrationsBundle()];
    }

    public function getProjectDir(): string
    {
        return \dirname(__DIR__);
    }

    public function getCacheDir(): string
    {
        return Home::fromEnvironment()->path.'/cache/symfony-'.$this->getEnvironment();
    }

    public function getLogDir(): string
    {
        return Home::fromEnvironment()->path.'/log';
    }

    protected function configureContainer(ContainerConfigurator $container): void
    {
        $container->import(__DIR__.'/config/*.yaml');
    }

    protected function configureRoutes(RoutingConfigurator $routes): void
    {
        $routes->import(__DIR__.'/Http/', 'attribute');
    }
}
