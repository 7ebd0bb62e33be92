<?php

declare(strict_types=1);

namespace Snugfit\Web\TestStrip;

use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\Failure;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Upscale\UpscaleRegion;
use Snugfit\Core\Upscale\UpscaleSettings;
use Symfony\Component\Validator\Constraints as Assert;
use Symfony\Component\Validator\Context\ExecutionContextInterface;

/** Where a picture is to be enlarged another way, as the test strip sends it. */
final readonly class RegionFields
{
    /** @param list<array<string, mixed>> $marks none takes it away */
    public function __construct(public string $way, public array $marks = [])
    {
    }

    #[Assert\Callback]
    public function validate(ExecutionContextInterface $context): void
    {
        if (null === UpscaleSettings::ofCode($this->way)) {
            $context->addViolation('There is no such way.');
        }
        try {
            $this->mask();
        } catch (Failure $e) {
            $context->addViolation($e->sentence());
        }
    }

    public function mask(): PaintedMask
    {
        return PaintedMask::fromList($this->marks);
    }

    /** @param FractionBox $part of the master that the picture is, on which it was painted */
    public function region(FractionBox $part): ?UpscaleRegion
    {
        $way = UpscaleSettings::ofCode($this->way);

        return null === $way || $this->mask()->isEmpty() ? null : new UpscaleRegion($way, $this->mask()->on($part));
    }
}
