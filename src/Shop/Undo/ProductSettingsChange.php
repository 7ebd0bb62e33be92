<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

use Snugfit\Core\JsonReader;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Settings\ProductSettings;

/**
 * An artwork on one product alone: left out, limited, enlarged, finished, or framed by itself.
 *
 * @extends Change<ProductSettings>
 */
final readonly class ProductSettingsChange extends Change
{
    public static function of(BatchArtwork $artwork, string $product, ProductSettings $after): self
    {
        return new self(ChangeSubject::artwork($artwork, $product), $artwork->ofProduct($product), $after);
    }

    public static function type(): string
    {
        return 'product';
    }

    protected function set(Batch $batch, mixed $value): void
    {
        $this->subject->artworkOf($batch)->settleProduct($this->subject->on, $value);
    }

    protected static function encode(mixed $value): mixed
    {
        return $value->toArray();
    }

    protected static function decode(JsonReader $record, string $name): mixed
    {
        return ProductSettings::fromRecord($record->record($name));
    }
}
