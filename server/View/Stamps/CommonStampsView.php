<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stamps;

/** What a selection of frames says: what they have in common, and where they differ. */
final readonly class CommonStampsView
{
    /**
     * @param list<CommonFieldView>   $fields
     * @param list<CommonKeywordView> $keywords
     * @param int|null                $rating   where all have the same
     * @param string|null             $label    where all have the same
     */
    public function __construct(public int $frames, public array $fields, public array $keywords, public ?int $rating, public bool $ratingDiffers, public ?string $label, public bool $labelDiffers)
    {
    }
}
