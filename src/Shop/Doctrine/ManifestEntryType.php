<?php

declare(strict_types=1);

namespace Snugfit\Shop\Doctrine;

use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\JsonReader;

/** @extends JsonValueType<ManifestEntry> */
final class ManifestEntryType extends JsonValueType
{
    protected function valueClass(): string
    {
        return ManifestEntry::class;
    }

    protected function decode(JsonReader $json): object
    {
        return ManifestEntry::fromRecord($json);
    }

    protected function encode(object $value): mixed
    {
        return $value->toArray();
    }
}
