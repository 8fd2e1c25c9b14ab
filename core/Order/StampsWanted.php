<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Stamp\KeywordPath;
use VelvetLedger\Core\Stamp\StampField;
use VelvetLedger\Core\Stamp\StampStyle;
use VelvetLedger\Core\Stamp\StampTexts;

/** What an order stamps on every frame: by which rights slip, which keywords, and how. */
final readonly class StampsWanted
{
    /**
     * @param string|null        $slip     the rights slip's name; null for the one that is the default, '' for none
     * @param StampTexts         $texts    said on the order's own line, in the place of what the slip says
     * @param list<list<string>> $keywords each from its outermost parent to itself
     */
    public function __construct(public ?string $slip = null, public ?StampTexts $texts = null, public array $keywords = [], public StampStyle $style = new StampStyle())
    {
    }

    public function said(): StampTexts
    {
        return $this->texts ?? StampTexts::none();
    }

    /** @return array<string, mixed> */
    public function document(): array
    {
        return ['slip' => $this->slip] + ([] === $this->said()->texts ? [] : ['texts' => $this->said()->texts]) + ['keywords' => $this->keywords, 'parents' => $this->style->parents, 'jpegSidecar' => $this->style->jpegSidecar, 'iim' => $this->style->iim, 'dngSidecar' => $this->style->dngSidecar];
    }

    public static function read(Fields $fields): self
    {
        return $fields->make(static fn (): self => new self(
            $fields->has('slip') ? $fields->text('slip', '', 80) : null,
            StampTexts::read($fields->object('texts'), static fn (StampField $field): bool => true),
            $fields->list('keywords', KeywordPath::read(...)),
            new StampStyle(false !== $fields->any('parents'), true === $fields->any('jpegSidecar'), true === $fields->any('iim'), false !== $fields->any('dngSidecar')),
        ));
    }
}
