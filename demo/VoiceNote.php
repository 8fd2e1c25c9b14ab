<?php

declare(strict_types=1);

namespace VelvetLedger\Demo;

/** A spoken note as the camera keeps it beside a frame: RIFF WAVE, 8 kHz, 16 bits, one channel. */
final class VoiceNote
{
    public static function wav(): string
    {
        $samples = '';
        for ($i = 0; $i < 24000; ++$i) {
            $syllable = sin($i / 1900) ** 2;
            $samples .= pack('v', ((int) (6000 * $syllable * sin($i * (0.11 + 0.02 * sin($i / 4000))))) & 0xFFFF);
        }
        $format = pack('vvVVvv', 1, 1, 8000, 16000, 2, 16);

        return 'RIFF'.pack('V', 36 + \strlen($samples)).'WAVEfmt '.pack('V', 16).$format.'data'.pack('V', \strlen($samples)).$samples;
    }
}
