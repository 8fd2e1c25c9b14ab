<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

/** By what else than its decision and stars a frame can be told from others. */
enum Facet: string
{
    case Label = 'label';
    case Keyword = 'keyword';
    case Hint = 'hint';
    case Body = 'body';
    case Lens = 'lens';

    /** Of the day that it was taken in, "21". */
    case Hour = 'hour';

    /** @return list<string> what it has of it */
    public function of(LookedAt $frame, Traits $traits): array
    {
        return array_values(array_filter(match ($this) {
            self::Label => [$frame->judged->label ?? ''],
            self::Keyword => $traits->keywords,
            self::Hint => $traits->hints,
            self::Body => [$frame->body],
            self::Lens => [$frame->lens],
            self::Hour => [$traits->hour],
        }, static fn (string $value): bool => '' !== $value));
    }
}
