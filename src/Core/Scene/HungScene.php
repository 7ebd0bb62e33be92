<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\JsonReader;

/** A scene that is wanted for every print of a product. */
final readonly class HungScene
{
    public function __construct(
        /** The scene's code. */
        public string $scene,
        /** The product's code. */
        public string $product,
        public SceneLook $look = new SceneLook(),
    ) {
    }

    public function isFor(string $scene, string $product): bool
    {
        return $scene === $this->scene && $product === $this->product;
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        return ['look' => $this->look->toArray(), 'product' => $this->product, 'scene' => $this->scene];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self($record->string('scene'), $record->string('product'), SceneLook::fromRecord($record->record('look')));
    }
}
