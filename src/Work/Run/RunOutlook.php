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
        /** @var array<string, int> delivered files that are made again though nobody asked for anything else, by RemakeReason */
        public array $remade,
    ) {
    }

    /** @param iterable<PlacedPrint> $plan */
    public static function of(iterable $plan): self
    {
        $laysOnMatte = 0;
        $remade = [];
        $hasPdf = false;
        $looked = static function () use ($plan, &$laysOnMatte, &$hasPdf, &$remade): iterable {
            foreach ($plan as $planned) {
                if (null !== $planned->print->remade) {
                    $remade[$planned->print->remade->value] = 1 + ($remade[$planned->print->remade->value] ?? 0);
                }
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
