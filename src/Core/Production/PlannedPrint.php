<?php

declare(strict_types=1);

namespace Snugfit\Core\Production;

use Snugfit\Core\Recipe\Recipe;

/** A wanted print as a run of now would treat it. */
final readonly class PlannedPrint
{
    private function __construct(
        public WantedPrint $wanted,
        /** How it is made, or why there is nothing to make. */
        public Recipe|Refusal $outcome,
        /** Below the delivery's folder; null where it is refused. */
        public ?string $path = null,
        /** The name was given to another file before, so that a number was added. */
        public bool $isNumbered = false,
        /** The delivered file is the very one that would be made. */
        public ?DeliveredPrint $standing = null,
        /** It was delivered, and is made again though nobody asked for anything else. */
        public ?RemakeReason $remade = null,
    ) {
    }

    public static function refused(WantedPrint $wanted, Refusal $refusal): self
    {
        return new self($wanted, $refusal);
    }

    public static function toMake(
        WantedPrint $wanted,
        Recipe $recipe,
        string $path,
        bool $isNumbered,
        ?RemakeReason $remade = null,
    ): self {
        return new self($wanted, $recipe, $path, $isNumbered, remade: $remade);
    }

    public static function unchanged(WantedPrint $wanted, Recipe $recipe, DeliveredPrint $standing, bool $isNumbered): self
    {
        return new self($wanted, $recipe, $standing->path, $isNumbered, $standing);
    }

    public function recipe(): ?Recipe
    {
        return $this->outcome instanceof Recipe ? $this->outcome : null;
    }

    public function refusal(): ?Refusal
    {
        return $this->outcome instanceof Refusal ? $this->outcome : null;
    }

    public function isUnchanged(): bool
    {
        return null !== $this->standing;
    }

    /** Whether a run has work with it. */
    public function isToMake(): bool
    {
        return null !== $this->recipe() && !$this->isUnchanged();
    }

    /** The most bytes that the file may have; null where nothing limits it. */
    public function maxBytes(): ?int
    {
        return $this->wanted->options->mostBytes($this->wanted->placement->product->maxBytes);
    }
}
