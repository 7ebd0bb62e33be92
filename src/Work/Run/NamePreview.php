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

    /** @param list<PlacedPrint> $plan */
    public static function of(array $plan): self
    {
        $names = [];
        foreach ($plan as $planned) {
            if (null !== $planned->print->path) {
                $names[] = ['path' => $planned->print->path, 'isNumbered' => $planned->print->isNumbered];
            }
        }
        $numbered = array_filter($names, static fn (array $one): bool => $one['isNumbered']);

        return new self(\array_slice($names, 0, self::SHOWN), \count($names), \count($numbered));
    }
}
