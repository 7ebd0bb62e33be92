<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** One area of one paint. */
final readonly class Shape
{
    /**
     * @param int                                $paint which of the drawing's
     * @param non-empty-list<list<array{int, bool}>> $rings its rim, then its holes: borders, and whether they run backwards
     */
    public function __construct(public int $paint, public array $rings)
    {
    }
}
