<?php

declare(strict_types=1);

namespace VelvetLedger\Tests;

use VelvetLedger\Core\Transfer\Care;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Transfer\Task;
use VelvetLedger\Core\Transfer\WriterMark;

/** Orders to copy, as the seventh receipt's third run gives them. */
final class OrderTo
{
    /** @param array<int, string> $destinations */
    public static function places(int $name, SourceFile $source, array $destinations, Care $care = new Care()): CopyOrder
    {
        return CopyOrder::of($name, $source, $destinations, WriterMark::of(Task::BringIn, 7, 3), $care);
    }
}
