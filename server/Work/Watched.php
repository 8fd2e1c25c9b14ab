<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** Something that is looked at every few seconds: whether it has work that nobody is at. */
#[AutoconfigureTag]
interface Watched
{
    public function look(): void;
}
