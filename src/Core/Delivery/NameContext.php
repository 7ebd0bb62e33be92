<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

/** What a print file's name may tell of its run. */
final readonly class NameContext
{
    public function __construct(
        public \DateTimeImmutable $date,
        /** The file's place in the run, from 1. */
        public int $counter,
        /** Which piece of a picture that goes over several, from 1; 0 for all of it. */
        public int $piece = 0,
    ) {
    }
}
