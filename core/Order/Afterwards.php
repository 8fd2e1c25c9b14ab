<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Naming\PortableText;

/** What is done by itself when all of a card is in; and where frames go that are dropped later. */
final readonly class Afterwards
{
    public const DROPPED = 'Dropped';

    /**
     * @param string     $open    the program of the settings that the shoots are opened in; '' for none
     * @param bool       $eject   whether the card is ejected, if it is cleared
     * @param SelectsHow $selects how frames come to the subfolder for selects
     * @param string     $album   that its frames are put into, by its name; '' for none
     * @param string     $dropped the folder at each store's root below which dropped frames are set aside
     */
    private function __construct(public string $open, public bool $eject, public string $dropped, public SelectsHow $selects, public string $album)
    {
    }

    /** @throws CouldNotOrder */
    public static function of(string $open = '', bool $eject = false, string $dropped = self::DROPPED, SelectsHow $selects = SelectsHow::Moved, string $album = ''): self
    {
        $portable = PortableText::forFolder($dropped);

        return '' !== $dropped && $portable === $dropped && !str_contains($dropped, '/') ? new self($open, $eject, $dropped, $selects, trim($album)) : throw CouldNotOrder::subfolder($dropped, trim($portable, '/.'));
    }

    public static function read(Fields $fields): self
    {
        return $fields->make(static fn (): self => self::of($fields->text('open', '', 80), true === $fields->any('eject'), $fields->text('dropped', self::DROPPED, 80), $fields->oneOf('selects', SelectsHow::class, SelectsHow::Moved), $fields->text('album', '', 200)));
    }

    /** @return array<string, mixed> */
    public function document(): array
    {
        return ['open' => $this->open, 'eject' => $this->eject, 'dropped' => $this->dropped, 'selects' => $this->selects->value, 'album' => $this->album];
    }
}
