<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

use Snugfit\Core\Upscale\Effort;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;

/** Ways as tables of measurements name them: "quick", "mending 50", "faithful best". */
final readonly class UpscaleWords
{
    public static function settings(string $words): UpscaleSettings
    {
        [$name, $more] = [...explode(' ', $words), ''];

        return 'quick' === $name
            ? new UpscaleSettings(UpscaleMethod::Faithful, 100, Effort::Quick)
            : new UpscaleSettings(
                UpscaleMethod::from($name),
                is_numeric($more) ? (int) $more : 100,
                Effort::tryFrom($more) ?? Effort::Usual,
            );
    }
}
