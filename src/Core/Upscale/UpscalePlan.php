<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

use Snugfit\Core\Measure\PixelSize;

/**
 * How an enlargement is gone about: so many doublings by a network, then resampled to the exact size. One doubling more
 * than fits is made and reduced, which stays crisp; what is left over and under a tenth is left to a kernel.
 */
final readonly class UpscalePlan
{
    /** Linear; common practice: below it a plain kernel is enough. */
    private const KERNEL_IS_ENOUGH = 1.1;

    private const KERNEL = 'a bicubic kernel';

    private function __construct(
        public UpscaleSettings $settings,
        /** Linear factor on the axis that needs more. */
        public float $enlargement,
        public int $doublings,
    ) {
    }

    public static function of(UpscaleSettings $settings, PixelSize $from, PixelSize $to): self
    {
        $enlargement = max($to->width / $from->width, $to->height / $from->height);
        $doublings =
            $settings->method->isLearned() && $enlargement > self::KERNEL_IS_ENOUGH
                ? (int) ceil(log($enlargement / self::KERNEL_IS_ENOUGH, 2) - 1e-9)
                : 0;

        return new self($settings, $enlargement, $doublings);
    }

    /** Linear factor of all doublings together. */
    public function factor(): int
    {
        return 2 ** $this->doublings;
    }

    /** What is done, in one sentence. */
    public function sentence(): string
    {
        $times = '×'.number_format($this->enlargement, 2);
        if ($this->enlargement <= 1) {
            return 'Reduced to the exact size.';
        }
        if (0 === $this->doublings) {
            return \sprintf(
                'Enlarged %s by %s.',
                $times,
                $this->settings->method->isLearned() ? self::KERNEL : $this->settings->method->label(),
            );
        }
        $rest = $this->enlargement / $this->factor();
        $then = match (true) {
            abs($rest - 1) < 1e-6 => '',
            $rest < 1 => \sprintf(', then reduced to %s', $times),
            default => \sprintf(', then ×%s by %s', number_format($rest, 2), self::KERNEL),
        };

        if (UpscaleMethod::Rebuilt === $this->settings->method) {
            return \sprintf(
                'Doubled %s by the drawn network and laid onto its own colours where these are few%s.',
                self::often($this->doublings),
                $then,
            );
        }

        if ($this->settings->isFourfold($this->doublings)) {
            $more = $this->doublings - UpscaleSettings::FOURFOLD;

            return \sprintf(
                'Made ×%d at once%s by the %s network%s.',
                2 ** UpscaleSettings::FOURFOLD,
                $more > 0 ? ' and doubled '.self::often($more) : '',
                $this->settings->label(),
                $then,
            );
        }

        // What was mended once is clean.
        return $this->settings->method->isRepair() && $this->doublings > 1
            ? \sprintf(
                'Doubled once by the %s network and %s by the %s one%s.',
                $this->settings->label(),
                self::often($this->doublings - 1),
                $this->settings->method->forClean()->label(),
                $then,
            )
            : \sprintf('Doubled %s by the %s network%s.', self::often($this->doublings), $this->settings->label(), $then);
    }

    private static function often(int $times): string
    {
        return [1 => 'once', 2 => 'twice'][$times] ?? $times.' times';
    }
}
