<?php

declare(strict_types=1);

namespace Snugfit\Shop\Doctrine;

use Snugfit\Core\JsonReader;
use Snugfit\Shop\Settings\ArtworkSettings;

/** @extends JsonValueType<ArtworkSettings> */
final class ArtworkSettingsType extends JsonValueType
{
    protected function valueClass(): string
    {
        return ArtworkSettings::class;
    }

    protected function decode(JsonReader $json): object
    {
        return ArtworkSettings::fromRecord($json);
    }

    protected function encode(object $value): mixed
    {
        return $value->toArray();
    }
}
