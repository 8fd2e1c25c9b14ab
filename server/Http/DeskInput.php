<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\Exception\JsonException;
use Symfony\Component\HttpFoundation\Request;
use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Order\Destination;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Shoot\ClockCorrection;
use VelvetLedger\Core\Shoot\Clocks;
use VelvetLedger\Core\Shoot\ClockSpan;
use VelvetLedger\Core\Shoot\Edit;
use VelvetLedger\Core\Shoot\EditKind;
use VelvetLedger\Core\Shoot\Edits;
use VelvetLedger\Core\Stamp\KeywordPath;
use VelvetLedger\Core\Stamp\StampField;
use VelvetLedger\Core\Stamp\StampTexts;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Intake\Moments;
use VelvetLedger\Server\Orders\OrderBook;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;

/** Reads what the desk sends of a card; its form is that of Wishes in web/src/api/plan.ts. Shoots and moments are named by the keys of frames. */
final readonly class DeskInput
{
    public function __construct(private OrderBook $orders, private ShootRepository $shoots, private Moments $moments)
    {
    }

    /** @throws BadDocument */
    public function wishes(Request $request, CardsOnDesk $desk): Wishes
    {
        $fields = Fields::of(self::body($request));

        return $fields->make(fn (): Wishes => new Wishes(
            $this->order($fields->object('order')),
            $fields->map('shoots', $this->shoot(...)),
            new Edits($fields->list('edits', self::edit(...))),
            new Clocks(
                $fields->map('clocks', fn (mixed $value, string $at): ClockCorrection => $this->clock($desk, Fields::of($value, $at))),
                $fields->map('byHand', static fn (mixed $value, string $at): CapturedAt => self::time($value, $at)),
                $fields->list('spans', fn (mixed $value, string $at): ClockSpan => $this->span($desk, Fields::of($value, $at))),
            ),
            $fields->texts('leftOut'),
            $fields->texts('broughtAgain'),
            '',
            $fields->texts('apart'),
        ));
    }

    /** @throws BadDocument */
    public static function body(Request $request): mixed
    {
        try {
            return $request->toArray();
        } catch (JsonException) {
            throw BadDocument::at('', 'must be a JSON object');
        }
    }

    /** The order called so, or its document where the desk departs from it. */
    private function order(Fields $fields): StandingOrder
    {
        return $fields->make(function () use ($fields): StandingOrder {
            $name = $fields->text('name', '');
            $document = $fields->any('document');

            return null !== $document ? OrderDocument::read($document, '/order/document') : ('' === $name ? $this->orders->byDefault() : $this->orders->find($name));
        });
    }

    private function shoot(mixed $value, string $at): ShootWish
    {
        $fields = Fields::of($value, $at);

        return $fields->make(function () use ($fields): ShootWish {
            $order = $fields->text('order', '');
            $into = $fields->numberOrNull('into');

            return new ShootWish(
                $fields->text('description', ''),
                true === $fields->any('leftOut'),
                '' === $order ? null : $this->orders->find($order),
                $fields->has('destination') ? OrderDocument::destination($fields->object('destination')) : null,
                $fields->has('folder') ? Destination::within($fields->text('folder', null, 1000)) : null,
                null === $into ? null : $this->shoots->toJoin($into),
                StampTexts::read($fields->object('texts'), static fn (StampField $field): bool => !$field->isOfSlip()),
                $fields->list('keywords', KeywordPath::read(...)),
            );
        });
    }

    private static function edit(mixed $value, string $at): Edit
    {
        $fields = Fields::of($value, $at);

        return $fields->make(static fn (): Edit => match ($fields->oneOf('do', EditKind::class)) {
            EditKind::Cut => Edit::cutBefore($fields->text('frame')),
            EditKind::Join => Edit::join($fields->text('frame'), $fields->text('other')),
            EditKind::Move => Edit::move($fields->texts('frames'), $fields->has('to') ? $fields->text('to') : null),
        });
    }

    private function span(CardsOnDesk $desk, Fields $fields): ClockSpan
    {
        return $fields->make(fn (): ClockSpan => ClockSpan::of($fields->texts('frames'), $this->clock($desk, $fields->object('clock'))));
    }

    /** By seconds; or a frame of the body, and what the clock should have shown: a time, or that of a frame elsewhere. */
    private function clock(CardsOnDesk $desk, Fields $fields): ClockCorrection
    {
        return $fields->make(function () use ($desk, $fields): ClockCorrection {
            if ($fields->has('seconds')) {
                return ClockCorrection::by($fields->number('seconds'));
            }
            $shows = $this->moments->onDesk($desk, $fields->text('frame'));
            if ($fields->has('time')) {
                return ClockCorrection::whereThisFrame($shows->at, self::time($fields->text('time'), '/clocks'));
            }
            $same = $fields->object('same');
            $other = $same->make(fn () => $same->has('held') ? $this->moments->held($same->number('held')) : $this->moments->onDeskCalled($same->text('card'), $same->text('frame')));

            return ClockCorrection::whereThisFrame($shows->at, $other->at, \sprintf('%s is of the moment of %s', $shows->name, $other->name));
        });
    }

    private static function time(mixed $value, string $at): CapturedAt
    {
        return (\is_string($value) ? CapturedAt::fromText($value) : null) ?? throw BadDocument::at($at, 'must be a date and time, as "2026-05-04T21:14:09"');
    }
}
