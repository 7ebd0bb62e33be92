<?php

declare(strict_types=1);

namespace Snugfit\Shop\Doctrine;

use Snugfit\Core\JsonReader;
use Snugfit\Shop\Settings\FamilySettings;

/** @extends JsonValueType<FamilySettings> */
final class FamilySettingsType extends JsonValueType
{
    protected function valueClass(): string
    {
        return FamilySettings::class;
    }

    protected function decode(JsonReader $json): object
    {
        return FamilySettings::fromRecord($json);
    }

    protected function encode(object $value): mixed
    {
        return $value->toArray();
    }
}
