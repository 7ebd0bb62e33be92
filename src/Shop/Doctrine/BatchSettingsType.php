<?php

declare(strict_types=1);

namespace Snugfit\Shop\Doctrine;

use Snugfit\Core\JsonReader;
use Snugfit\Shop\Settings\BatchSettings;

/** @extends JsonValueType<BatchSettings> */
final class BatchSettingsType extends JsonValueType
{
    protected function valueClass(): string
    {
        return BatchSettings::class;
    }

    protected function decode(JsonReader $json): object
    {
        return BatchSettings::fromRecord($json);
    }

    protected function encode(object $value): mixed
    {
        return $value->toArray();
    }
}
