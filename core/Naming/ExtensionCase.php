<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Naming;

/** How an extension is written. */
enum ExtensionCase: string
{
    case Lower = 'lower case';
    case AsWritten = 'as the camera wrote it';

    public function write(string $extension): string
    {
        $clean = preg_replace('/[^A-Za-z0-9.]+/', '', $extension) ?? '';

        return self::Lower === $this ? strtolower($clean) : $clean;
    }
}
