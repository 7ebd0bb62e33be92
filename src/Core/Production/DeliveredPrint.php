<?php

declare(strict_types=1);

namespace Snugfit\Core\Production;

/** A print file that an earlier run delivered and found right. */
final readonly class DeliveredPrint
{
    public function __construct(
        /** Below the delivery's folder. */
        public string $path,
        /** SHA-256 of the master that it was made of. */
        public string $master,
        /** SHA-256 of the recipe that it was made by. */
        public string $recipe,
        /** SHA-256 of its own bytes. */
        public string $sha256 = '',
    ) {
    }

    /**
     * Same master, same recipe, same file: whether a run of today would make the very same.
     *
     * @param string $master SHA-256
     * @param string $recipe SHA-256
     */
    public function isMadeOf(string $master, string $recipe): bool
    {
        return $this->master === $master && $this->recipe === $recipe;
    }
}
