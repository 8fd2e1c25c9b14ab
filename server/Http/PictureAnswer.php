<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use VelvetLedger\Server\Tools\Pictures;

/** Answers with a JPEG that the browser may keep: its address changes when the file does. */
final class PictureAnswer
{
    private const EDGES = [160, 480, Pictures::SCREEN];

    public static function edge(Request $request): int
    {
        return self::edgeOf($request->query->getString('edge', (string) self::EDGES[0]));
    }

    /** Pixels along the longer edge, or "whole". */
    public static function edgeOf(string $edge): int
    {
        return 'whole' === $edge ? Pictures::WHOLE : (\in_array((int) $edge, self::EDGES, true) ? (int) $edge : throw BadInput::field('edge', 'must be 160, 480, 2048 or whole'));
    }

    /** Quarters to the right from how the camera recorded it, "0" to "3"; null where none are said: as it is turned by now. */
    public static function quarters(string $turn): ?int
    {
        return '' === $turn ? null : (1 === preg_match('/^[0-3]$/', $turn) ? (int) $turn : throw BadInput::field('turn', 'must be 0 to 3'));
    }

    public static function jpeg(string $stream): Response
    {
        return new Response($stream, 200, ['Content-Type' => 'image/jpeg', 'Cache-Control' => 'private, max-age=86400, immutable', 'X-Content-Type-Options' => 'nosniff']);
    }
}
