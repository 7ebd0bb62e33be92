<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

/** Turns words into outlines: letters chosen, joined and spaced as their typeface and script want it. */
interface Typesetter
{
    /**
     * @param list<Words> $words
     *
     * @return list<GlyphLine> in the same order
     *
     * @throws ImpossibleLettering where there is no such face
     */
    public function set(array $words): array;
}
