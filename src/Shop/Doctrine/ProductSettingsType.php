<?php

declare(strict_types=1);

namespace Snugfit\Shop\Doctrine;

use Snugfit\Core\JsonReader;
use Snugfit\Shop\Settings\ProductSettings;

/** @extends JsonValueType<ProductSettings> */
final class ProductSettingsType extends JsonValueType
{
    protected function valueClass(): string
    {
        return ProductSettings::class;
    }

    protected function decode(JsonReader $json): object
    {
        return ProductSettings::fromRecord($json);
    }

    protected function encode(object $value): mixed
    {
        return $value->toArray();
    }
}
