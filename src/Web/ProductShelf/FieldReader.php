<?php

declare(strict_types=1);

namespace Snugfit\Web\ProductShelf;

use Snugfit\Core\Measure\UnreadableMeasure;
use Snugfit\Core\Product\ImpossibleProduct;

/** Reads a form's fields one by one, and keeps a sentence for each that could not be read. */
final class FieldReader
{
    /** @var array<string, string> */
    private array $errors = [];

    /** @param array<array-key, mixed> $fields */
    public function __construct(private readonly array $fields)
    {
    }

    public function text(string $name): string
    {
        $value = $this->fields[$name] ?? '';

        return trim(\is_scalar($value) ? (string) $value : '');
    }

    /** @return list<string> */
    public function texts(string $name): array
    {
        $values = $this->fields[$name] ?? [];

        return array_values(array_filter(\is_array($values) ? $values : [], is_string(...)));
    }

    /**
     * @template T
     *
     * @param \Closure(string): T $meaning
     *
     * @return ?T null where it could not be read
     */
    public function read(string $name, \Closure $meaning): mixed
    {
        try {
            return $meaning($this->text($name));
        } catch (UnreadableMeasure|ImpossibleProduct $e) {
            $this->refuse($name, $e->getMessage());

            return null;
        }
    }

    /**
     * @template T
     *
     * @param \Closure(string): T $meaning
     *
     * @return ?T null where the field is empty, too
     */
    public function optional(string $name, \Closure $meaning): mixed
    {
        return '' === $this->text($name) ? null : $this->read($name, $meaning);
    }

    public function refuse(string $name, string $sentence): void
    {
        $this->errors[$name] = $sentence;
    }

    /** @return array<string, string> the sentences by field */
    public function errors(): array
    {
        return $this->errors;
    }
}
