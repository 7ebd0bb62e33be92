<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Message\Answer;

/** A worker's way to the shop's files, wherever it runs. */
interface WorkFiles
{
    /**
     * Has a master at hand.
     *
     * @param \Closure(): bool $isWanted is asked while one waits
     *
     * @return bool false where it was not wanted any more
     *
     * @throws PixelJobFailed where the shop has none
     */
    public function bring(string $key, \Closure $isWanted): bool;

    /**
     * Tells the host of work that is done, with the files that it made.
     *
     * @param list<string> $keys of which some may not have been made
     */
    public function deliver(Answer $answer, array $keys): void;
}
