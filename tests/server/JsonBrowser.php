<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Component\DomCrawler\Crawler;

/** A browser whose requests say that they bring JSON, as the pages' do, unless a test has them say something else. */
final class JsonBrowser extends KernelBrowser
{
    /**
     * @param array<mixed> $parameters
     * @param array<mixed> $files
     * @param array<mixed> $server
     */
    public function request(string $method, string $uri, array $parameters = [], array $files = [], array $server = [], ?string $content = null, bool $changeHistory = true): Crawler
    {
        return parent::request($method, $uri, $parameters, $files, $server + ['CONTENT_TYPE' => 'application/json'], $content, $changeHistory);
    }
}
