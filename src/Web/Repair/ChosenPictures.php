<?php

declare(strict_types=1);

namespace Snugfit\Web\Repair;

/** Which of a batch's pictures the same is done to. */
final readonly class ChosenPictures
{
    /** @param list<int> $ids empty for all to which it is not done yet */
    public function __construct(public array $ids = [])
    {
    }
}
