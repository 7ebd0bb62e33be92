<?php

declare(strict_types=1);

namespace Snugfit\Core;

/** Decoded JSON read field by field, so that a wrong or missing field is named instead of guessed. */
final readonly class JsonReader
{
    /** @param array<array-key, mixed> $fields */
    private function __construct(private array $fields, private string $of)
    {
    }

    /** @param string $of what it describes, for messages */
    public static function decode(string $json, string $of): self
    {
        try {
            return self::of(json_decode($json, true, 64, \JSON_THROW_ON_ERROR), $of);
        } catch (\JsonException $e) {
            throw MalformedJson::json($of, $e);
        }
    }

    public static function of(mixed $value, string $of): self
    {
        return \is_array($value) ? new self($value, $of) : throw MalformedJson::field($of, '', 'a record');
    }

    public function has(string $name): bool
    {
        return isset($this->fields[$name]);
    }

    public function string(string $name): string
    {
        $value = $this->fields[$name] ?? null;

        return \is_string($value) ? $value : throw MalformedJson::field($this->of, $name, 'text');
    }

    public function int(string $name): int
    {
        $value = $this->fields[$name] ?? null;

        return \is_int($value) ? $value : throw MalformedJson::field($this->of, $name, 'a whole number');
    }

    public function float(string $name): float
    {
        $value = $this->fields[$name] ?? null;

        return \is_int($value) || \is_float($value) ? (float) $value : throw MalformedJson::field($this->of, $name, 'a number');
    }

    public function bool(string $name): bool
    {
        $value = $this->fields[$name] ?? null;

        return \is_bool($value) ? $value : throw MalformedJson::field($this->of, $name, 'true or false');
    }

    public function optionalString(string $name): ?string
    {
        return $this->has($name) ? $this->string($name) : null;
    }

    public function optionalInt(string $name): ?int
    {
        return $this->has($name) ? $this->int($name) : null;
    }

    public function optionalFloat(string $name): ?float
    {
        return $this->has($name) ? $this->float($name) : null;
    }

    public function record(string $name): self
    {
        return self::of($this->fields[$name] ?? null, $this->of.', '.$name);
    }

    /** @return list<self> */
    public function records(string $name): array
    {
        return array_map(fn (mixed $value): self => self::of($value, $this->of.', '.$name), $this->list($name));
    }

    /** @return list<self> of a record that is itself a list */
    public function listOf(): array
    {
        return array_map(fn (mixed $value): self => self::of($value, $this->of), array_values($this->fields));
    }

    /** @return list<string> */
    public function strings(string $name): array
    {
        return array_map(
            fn (mixed $value): string => \is_string($value) ? $value : throw MalformedJson::field($this->of, $name, 'a list of texts'),
            $this->list($name),
        );
    }

    /** @return list<float> */
    public function floats(string $name): array
    {
        return array_map(
            fn (mixed $value): float => \is_int($value) || \is_float($value)
                ? (float) $value
                : throw MalformedJson::field($this->of, $name, 'a list of numbers'),
            $this->list($name),
        );
    }

    /** @return list<mixed> */
    private function list(string $name): array
    {
        $value = $this->fields[$name] ?? null;

        return \is_array($value) && array_is_list($value) ? $value : throw MalformedJson::field($this->of, $name, 'a list');
    }

    /** @return array<array-key, mixed> */
    public function toArray(): array
    {
        return $this->fields;
    }
}
