<?php

declare(strict_types=1);

namespace Snugfit\Shop\Doctrine;

use Doctrine\DBAL\Platforms\AbstractPlatform;
use Doctrine\DBAL\Types\Type;
use Snugfit\Core\JsonReader;

/**
 * A column that holds one immutable value as JSON. Entities have the value; that it is JSON is known here alone.
 *
 * @template T of object
 */
abstract class JsonValueType extends Type
{
    /** @return T */
    abstract protected function decode(JsonReader $json): object;

    /** @param T $value */
    abstract protected function encode(object $value): mixed;

    /** @return class-string<T> */
    abstract protected function valueClass(): string;

    public function getSQLDeclaration(array $column, AbstractPlatform $platform): string
    {
        return $platform->getJsonTypeDeclarationSQL($column);
    }

    public function convertToPHPValue(mixed $value, AbstractPlatform $platform): ?object
    {
        return \is_string($value) && '' !== $value ? $this->decode(JsonReader::decode($value, $this->valueClass())) : null;
    }

    public function convertToDatabaseValue(mixed $value, AbstractPlatform $platform): ?string
    {
        $class = $this->valueClass();

        return $value instanceof $class ? json_encode($this->encode($value), self::FLAGS) : null;
    }

    private const FLAGS = \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION | \JSON_INVALID_UTF8_SUBSTITUTE
        | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE;
}
