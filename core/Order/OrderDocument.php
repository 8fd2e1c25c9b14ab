<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Shoot\Division;

/** A standing order as the fields of a JSON object, for files, the database and the page: docs/standing-order.schema.json. */
final class OrderDocument
{
    public const KIND = 'standing order';
    public const VERSION = 1;

    /** @return array<string, mixed> */
    public static function of(StandingOrder $order): array
    {
        return [
            'velvetLedger' => self::KIND,
            'version' => self::VERSION,
            'name' => $order->name,
            'bring' => $order->bring->stills->value,
            'clips' => $order->bring->clips->value,
            'others' => $order->bring->others->value,
            'shoots' => ['pauseMinutes' => $order->shoots->pauseMinutes, 'dayTurnsAt' => $order->shoots->dayTurnsAt],
            'destination' => self::ofDestination($order->destination),
            'folders' => PatternDocument::ofFolders($order->folders),
            'subfolders' => self::ofSubfolders($order->subfolders),
            'names' => PatternDocument::ofNames($order->names),
            'copies' => ['number' => $order->made->copies->number, 'readTwice' => $order->made->copies->readTwice, 'sha256' => $order->made->copies->sha256, 'seenNow' => $order->made->copies->seenNow, 'second' => $order->made->copies->second->value],
            'stamps' => $order->made->stamps->document(),
            'dng' => $order->made->dngs->document(),
            'afterwards' => $order->made->afterwards->document(),
        ];
    }

    /**
     * What is left away is as in the order "By the day".
     *
     * @throws BadDocument
     */
    public static function read(mixed $document, string $pointer = ''): StandingOrder
    {
        $fields = Fields::of($document, $pointer);
        if (self::KIND !== $fields->text('velvetLedger')) {
            throw BadDocument::at("$pointer/velvetLedger", 'must say "'.self::KIND.'"');
        }
        if (self::VERSION !== $fields->number('version')) {
            throw BadDocument::at("$pointer/version", 'must be '.self::VERSION.', the only one known here');
        }
        $plain = StandingOrder::byTheDay();

        return $fields->make(static fn (): StandingOrder => StandingOrder::of(
            $fields->text('name'),
            new Bring($fields->oneOf('bring', Companions::class, $plain->bring->stills), $fields->oneOf('clips', Clips::class, $plain->bring->clips), $fields->oneOf('others', Others::class, $plain->bring->others)),
            self::division($fields->object('shoots')),
            self::destination($fields->object('destination')),
            $fields->has('folders') ? PatternDocument::readFolders($fields->object('folders')) : $plain->folders,
            self::subfolders($fields->object('subfolders')),
            $fields->has('names') ? PatternDocument::readNames($fields->object('names')) : $plain->names,
            new Made(self::copies($fields->object('copies')), StampsWanted::read($fields->object('stamps')), DngsWanted::read($fields->object('dng')), Afterwards::read($fields->object('afterwards'))),
        ));
    }

    /** @return array<string, mixed> */
    public static function ofDestination(Destination $destination): array
    {
        return ['kindOfWork' => $destination->kindOfWork, 'folder' => $destination->folder];
    }

    /** @return array<string, mixed> */
    public static function ofSubfolders(Subfolders $subfolders): array
    {
        return ['make' => $subfolders->make, 'framesInto' => $subfolders->framesInto, 'trees' => array_map(static fn (StageTree $tree): array => ['name' => $tree->name, 'root' => $tree->root, 'store' => $tree->store, 'make' => $tree->make, 'withShoot' => $tree->withShoot], $subfolders->trees)];
    }

    public static function destination(Fields $fields): Destination
    {
        return $fields->make(static fn (): Destination => Destination::of($fields->text('kindOfWork', '', 80), $fields->text('folder', '', 1000)));
    }

    public static function subfolders(Fields $fields): Subfolders
    {
        return $fields->make(static fn (): Subfolders => Subfolders::of($fields->texts('make'), $fields->text('framesInto', ''), $fields->list('trees', static function (mixed $value, string $at): StageTree {
            $of = Fields::of($value, $at);

            return $of->make(static fn (): StageTree => StageTree::of($of->text('name', null, 80), $of->text('root', null, 200), $of->text('store', '', 80), $of->texts('make'), true === $of->any('withShoot')));
        })));
    }

    private static function copies(Fields $fields): CopiesWanted
    {
        return $fields->make(static fn (): CopiesWanted => CopiesWanted::of($fields->number('number', 2), true === $fields->any('readTwice'), true === $fields->any('sha256'), true === $fields->any('seenNow'), $fields->oneOf('second', SecondCopy::class, SecondCopy::AtOnce)));
    }

    private static function division(Fields $fields): Division
    {
        return $fields->make(static function () use ($fields): Division {
            $pause = $fields->numberOrNull('pauseMinutes');
            $turn = $fields->number('dayTurnsAt', 0);

            return null === $pause ? Division::byDay($turn) : Division::byDayAndPause($pause, $turn);
        });
    }
}
