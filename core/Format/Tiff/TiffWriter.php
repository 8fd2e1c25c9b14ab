<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Tiff;

use VelvetLedger\Core\Format\ByteOrder;

/** Writes a chain of image file directories as a TIFF structure (TIFF 6.0 section 2). */
final class TiffWriter
{
    public static function write(ByteOrder $order, IfdDraft ...$chain): string
    {
        $file = $order->value.$order->packU16(42).$order->packU32(8);
        $drafts = array_values($chain);
        foreach ($drafts as $i => $draft) {
            $file .= $draft->bytesAt(\strlen($file), $i === \count($drafts) - 1);
        }

        return $file;
    }
}
