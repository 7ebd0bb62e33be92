<?php

declare(strict_types=1);

namespace Snugfit\Shop\Doctrine;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\EditList;

/** @extends JsonValueType<EditList> */
final class EditListType extends JsonValueType
{
    protected function valueClass(): string
    {
        return EditList::class;
    }

    protected function decode(JsonReader $json): object
    {
        return EditList::fromRecord($json);
    }

    protected function encode(object $value): mixed
    {
        return $value->toList();
    }
}
