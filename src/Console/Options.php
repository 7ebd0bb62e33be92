<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Product\ImpossibleProduct;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Repair\Trim;
use Snugfit\Core\Scene\PreviewSize;
use Snugfit\Core\Upscale\Effort;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Symfony\Component\Console\Input\InputInterface;

/** A command's options as the values they mean. All methods throw InvalidArgumentException with a sentence. */
final readonly class Options
{
    private function __construct(private InputInterface $input)
    {
    }

    public static function of(InputInterface $input): self
    {
        return new self($input);
    }

    public function argument(string $name): string
    {
        $value = $this->input->getArgument($name);

        return \is_string($value) ? $value : throw new \InvalidArgumentException(\sprintf('Give %s once.', $name));
    }

    /** @return list<string> of one that takes several */
    public function arguments(string $name): array
    {
        $values = $this->input->getArgument($name);

        return array_values(array_filter(\is_array($values) ? $values : [], \is_string(...)));
    }

    public function optionalArgument(string $name): ?string
    {
        $value = $this->input->getArgument($name);

        return \is_string($value) ? $value : null;
    }

    public function text(string $name): ?string
    {
        $value = $this->input->getOption($name);

        return \is_string($value) && '' !== trim($value) ? $value : null;
    }

    /** @return list<string> of one that takes several with commas between */
    public function codes(string $name): array
    {
        return array_values(array_unique(array_filter(array_map(trim(...), explode(',', $this->text($name) ?? '')))));
    }

    public function previewSize(string $name): PreviewSize
    {
        return new PreviewSize((int) ($this->number($name) ?? PreviewSize::USUAL));
    }

    public function flag(string $name): bool
    {
        return (bool) $this->input->getOption($name);
    }

    public function number(string $name): ?float
    {
        $text = $this->text($name);
        if (null === $text) {
            return null;
        }

        return is_numeric($text) && is_finite((float) $text)
            ? (float) $text
            : throw new \InvalidArgumentException(\sprintf('--%s takes a number, not "%s".', $name, $text));
    }

    public function ppi(string $name): ?Ppi
    {
        $text = $this->text($name);

        return null === $text ? null : Ppi::parse($text);
    }

    /** @return list<string> of an option that may be given several times */
    public function texts(string $name): array
    {
        $values = $this->input->getOption($name);

        return array_values(
            array_filter(\is_array($values) ? $values : [], static fn (mixed $value): bool => \is_string($value) && '' !== trim($value)),
        );
    }

    public function turn(string $name): QuarterTurn
    {
        $degrees = $this->number($name) ?? 0.0;

        return QuarterTurn::tryFrom((int) $degrees) ?? throw new \InvalidArgumentException(\sprintf('--%s takes 90, 180 or 270.', $name));
    }

    public function degrees(string $name): float
    {
        $degrees = $this->number($name) ?? 0.0;

        return abs($degrees) <= ImageTransform::STEEPEST
            ? $degrees
            : throw new \InvalidArgumentException(\sprintf('--%s takes degrees from -45 to 45; turn by quarters first.', $name));
    }

    public function limit(string $name): ?float
    {
        $limit = $this->number($name);
        if (null !== $limit && ($limit < 1 || $limit > Product::EXTREME_LIMIT)) {
            throw ImpossibleProduct::limit($limit);
        }

        return $limit;
    }

    /**
     * @template T of \BackedEnum
     *
     * @param class-string<T> $enum
     *
     * @return ?T
     */
    public function choice(string $name, string $enum): ?\BackedEnum
    {
        $text = $this->text($name);
        if (null === $text) {
            return null;
        }

        return $enum::tryFrom($text) ??
            throw new \InvalidArgumentException(
                \sprintf('--%s takes one of %s, not "%s".', $name, implode(', ', array_column($enum::cases(), 'value')), $text),
            );
    }

    /** Whether --way asks for outlines rather than for pixels. */
    public function isTraced(): bool
    {
        return 'traced' === $this->text('way');
    }

    /** What --trim asks for, with what it leaves; null where it is not given. */
    public function trim(): ?Trim
    {
        $given = $this->input->getOption('trim');
        if (false === $given) {
            return null;
        }
        $text = \is_string($given) ? $given : '0';

        return 1 === preg_match('/^\s*(\d+(?:\.\d+)?)\s*%?\s*$/', $text, $found)
            ? new Trim((float) $found[1] / 100)
            : throw new \InvalidArgumentException(\sprintf('--trim takes a share like 2%%, not "%s".', $text));
    }

    /** The way of enlarging that --way, --strength, --best and --quick ask for; null for what suits each picture. */
    public function upscaleSettings(): ?UpscaleSettings
    {
        $name = $this->text('way') ?? 'auto';
        $effort = $this->effort();
        $strength = $this->number('strength');
        if (null !== $strength && ($strength < 0 || $strength > 100 || floor($strength) !== $strength)) {
            throw new \InvalidArgumentException('--strength takes a whole number from 0 to 100.');
        }
        if ('auto' === $name) {
            return null === $strength ? null : throw self::withoutStrength();
        }
        $way = UpscaleMethod::tryFrom($name)
            ?? throw new \InvalidArgumentException(\sprintf('--way takes auto, %s; not "%s".', UpscaleMethod::names(), $name));
        if (null !== $strength && !$way->hasStrength()) {
            throw self::withoutStrength();
        }
        if (Effort::Usual !== $effort && !$way->isLearned()) {
            throw new \InvalidArgumentException(\sprintf('--best and --quick are for the learned ways, not %s.', $way->label()));
        }

        if (Effort::Best === $effort && !$way->hasBest()) {
            throw new \InvalidArgumentException(
                \sprintf('--best takes the mean of several results, which leaves nothing of %s.', $way->label()),
            );
        }

        return new UpscaleSettings($way, (int) ($strength ?? 100), $effort);
    }

    private static function withoutStrength(): \InvalidArgumentException
    {
        return new \InvalidArgumentException(\sprintf('--strength goes with a --way that has one: %s.', UpscaleMethod::names(true)));
    }

    public function effort(): Effort
    {
        [$best, $quick] = [$this->flag('best'), $this->flag('quick')];

        return match (true) {
            $best && $quick => throw new \InvalidArgumentException('--best and --quick cannot both be.'),
            $best => Effort::Best,
            $quick => Effort::Quick,
            default => Effort::Usual,
        };
    }
}
