<?php

declare(strict_types=1);

namespace Snugfit\Shop\Doctrine;

use Snugfit\Core\JsonReader;
use Snugfit\Shop\Undo\ChangeList;

/** @extends JsonValueType<ChangeList> */
final class ChangeListType extends JsonValueType
{
    protected function valueClass(): string
    {
        return ChangeList::class;
    }

    protected function decode(JsonReader $json): object
    {
        return ChangeList::fromRecord($json);
    }

    protected function encode(object $value): mixed
    {
        return $value->toArray();
    }
}
