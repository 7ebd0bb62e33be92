<?php

declare(strict_types=1);

namespace Snugfit\Shop\Doctrine;

use Snugfit\Core\Delivery\PrintFileFacts;
use Snugfit\Core\JsonReader;

/** @extends JsonValueType<PrintFileFacts> */
final class PrintFileFactsType extends JsonValueType
{
    protected function valueClass(): string
    {
        return PrintFileFacts::class;
    }

    protected function decode(JsonReader $json): object
    {
        return PrintFileFacts::fromRecord($json);
    }

    protected function encode(object $value): mixed
    {
        return $value->toArray();
    }
}
