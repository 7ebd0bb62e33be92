<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Snugfit\Core\Output\FileFormat;
use Snugfit\Shop\PlacedPrint;

/** What a run that was started now would make: its names, and what of its files a person has to decide on. */
final readonly class RunOutlook
{
    private function __construct(
        public NamePreview $names,
        /** Transparent artworks on products whose file keeps no transparency. */
        public int $laysOnMatte,
        public bool $hasPdf,
        /** Delivered files that are made again only because prints are made more exactly now. */
        public int $remade,
    ) {
    }

    /** @param iterable<PlacedPrint> $plan */
    public static function of(iterable $plan): self
    {
        $laysOnMatte = $remade = 0;
        $hasPdf = false;
        $looked = static function () use ($plan, &$laysOnMatte, &$hasPdf, &$remade): iterable {
            foreach ($plan as $planned) {
                $remade += (int) $planned->print->isRemade;
                $write = $planned->print->recipe()?->write;
                $laysOnMatte += (int) ($planned->print->wanted->facts->isTransparent && false === $write?->transparent);
                $hasPdf = $hasPdf || FileFormat::Pdf === $write?->format;
                yield $planned;
            }
        };
        $names = NamePreview::of($looked());

        return new self($names, $laysOnMatte, $hasPdf, $remade);
    }
}
