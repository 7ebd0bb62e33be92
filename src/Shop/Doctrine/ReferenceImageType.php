<?php

declare(strict_types=1);

namespace Snugfit\Shop\Doctrine;

use Snugfit\Core\Artwork\ReferenceImage;
use Snugfit\Core\JsonReader;

/** @extends JsonValueType<ReferenceImage> */
final class ReferenceImageType extends JsonValueType
{
    protected function valueClass(): string
    {
        return ReferenceImage::class;
    }

    protected function decode(JsonReader $json): object
    {
        return ReferenceImage::fromRecord($json);
    }

    protected function encode(object $value): mixed
    {
        return $value->toArray();
    }
}
