<?php

declare(strict_types=1);

namespace Snugfit\Shop\Doctrine;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\JsonReader;

/** @extends JsonValueType<MasterFacts> */
final class MasterFactsType extends JsonValueType
{
    protected function valueClass(): string
    {
        return MasterFacts::class;
    }

    protected function decode(JsonReader $json): object
    {
        return MasterFacts::fromRecord($json);
    }

    protected function encode(object $value): mixed
    {
        return $value->toArray();
    }
}
