<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Snugfit\Shop\PlacedPrint;

/** The names that a run would give its files, to look at beforehand. */
final readonly class NamePreview
{
    private const SHOWN = 8;

    /** @param list<array{path: string, isNumbered: bool}> $names the first few, numbered where the template gave the name before */
    private function __construct(public array $names, public int $count, public int $numbered)
    {
    }

    /** @param iterable<PlacedPrint> $plan */
    public static function of(iterable $plan): self
    {
        $names = [];
        $count = $numbered = 0;
        foreach ($plan as $planned) {
            if (null === $planned->print->path) {
                continue;
            }
            $numbered += (int) $planned->print->isNumbered;
            if (++$count <= self::SHOWN) {
                $names[] = ['path' => $planned->print->path, 'isNumbered' => $planned->print->isNumbered];
            }
        }

        return new self($names, $count, $numbered);
    }
}
