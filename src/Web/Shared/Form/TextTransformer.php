<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared\Form;

use Snugfit\Core\Failure;
use Symfony\Component\Form\DataTransformerInterface;
use Symfony\Component\Form\Exception\TransformationFailedException;

/**
 * A value of the core as people write it, and back. What cannot be read is told by the core's own sentence.
 *
 * @template T
 *
 * @implements DataTransformerInterface<T, string>
 */
final readonly class TextTransformer implements DataTransformerInterface
{
    /**
     * @param \Closure(T): string $write
     * @param \Closure(string): T $read
     */
    public function __construct(private \Closure $write, private \Closure $read)
    {
    }

    public function transform(mixed $value): string
    {
        return null === $value ? '' : ($this->write)($value);
    }

    /** @return ?T null for an empty field */
    public function reverseTransform(mixed $value): mixed
    {
        $text = trim($value ?? '');
        try {
            return '' === $text ? null : ($this->read)($text);
        } catch (Failure $e) {
            throw new TransformationFailedException($e->sentence(), invalidMessage: $e->sentence());
        }
    }
}
