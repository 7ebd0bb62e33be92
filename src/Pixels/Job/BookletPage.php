<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Product\Bleed;

/** A print file as a page. */
final readonly class BookletPage
{
    public function __construct(public string $file, public Bleed $bleed)
    {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $sides = [$this->bleed->top, $this->bleed->right, $this->bleed->bottom, $this->bleed->left];

        return [
            'file' => JobPath::encoded($this->file),
            'bleed' => array_map(static fn (Length $side): float => $side->inMillimetres(), $sides),
        ];
    }

    public static function fromJson(JsonReader $record): self
    {
        return new self(JobPath::in($record, 'file'), new Bleed(...array_map(Length::millimetres(...), $record->floats('bleed'))));
    }
}
