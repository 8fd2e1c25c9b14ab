<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Server\Events\Happenings;
use VelvetLedger\Server\Events\Topic;
use VelvetLedger\Server\Pace\Pace;

/** Tells a page what is another by now (server-sent events, HTML Standard section 9.2), so that it need not ask again and again. */
final readonly class EventsController
{
    /** Seconds after which it ends, and the page comes again: who may not look any more is not told for longer. */
    private const LASTS = 50;

    /** Milliseconds after which a page comes again. */
    private const COMES_AGAIN = 300;

    public function __construct(private Happenings $happenings, private Pace $pace)
    {
    }

    #[Route('/api/events', methods: ['GET'])]
    public function events(): Response
    {
        return new StreamedResponse(function (): void {
            ignore_user_abort(false);
            while (ob_get_level() > 0 && ob_end_flush()) {
                // what PHP's settings gather would come when it is no news any more
            }
            $this->happenings->listen();
            self::send('retry: '.self::COMES_AGAIN."\n\n");
            for ($slice = $this->pace->slice(self::LASTS); !$slice->isOver() && 0 === connection_aborted();) {
                $topics = $this->happenings->next();
                self::send([] === $topics ? ":\n\n" : 'data: '.implode(',', array_map(static fn (Topic $topic): string => $topic->value, $topics))."\n\n");
            }
            $this->happenings->end();
        }, 200, ['Content-Type' => 'text/event-stream', 'Cache-Control' => 'no-store', 'X-Accel-Buffering' => 'no', 'Content-Encoding' => 'identity']);
    }

    private static function send(string $text): void
    {
        echo $text;
        flush();
    }
}
