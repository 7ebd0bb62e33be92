<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Upscale;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Upscale\Effort;
use Snugfit\Core\Upscale\ImpossibleUpscale;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscalePlan;
use Snugfit\Core\Upscale\UpscaleSettings;

/** Which way suits a picture, and how often it is doubled. */
final class UpscaleSettingsTest extends TestCase
{
    /** @return iterable<string, array{UpscaleMethod, int, int, int, string}> way, from, to, doublings, sentence */
    public static function enlargements(): iterable
    {
        yield 'twice' => [UpscaleMethod::Faithful, 1000, 2000, 1, 'Doubled once by the faithful network.'];
        yield 'a little over twice is left to a kernel' => [UpscaleMethod::Faithful, 1000, 2180, 1, 'Doubled once by the faithful network, then ×1.09 by a bicubic kernel.'];
        yield 'more is made and reduced' => [UpscaleMethod::Faithful, 1000, 2300, 2, 'Made ×4 at once by the faithful network, then reduced to ×2.30.'];
        yield 'more than four times' => [UpscaleMethod::Faithful, 1000, 8000, 3, 'Made ×4 at once and doubled once by the faithful network.'];
        yield 'four times' => [UpscaleMethod::Drawn, 1000, 4000, 2, 'Doubled twice by the drawn network.'];
        yield 'focused' => [UpscaleMethod::Focused, 1000, 4000, 2, 'Doubled once by the focused network and once by the faithful one.'];
        yield 'redrawn' => [UpscaleMethod::Redrawn, 1000, 4000, 2, 'Doubled once by the redrawn network and once by the drawn one.'];
        yield 'the extreme' => [UpscaleMethod::Mending, 1000, 16000, 4, 'Doubled once by the mending network and 3 times by the faithful one.'];
        yield 'hardly anything' => [UpscaleMethod::Faithful, 1000, 1090, 0, 'Enlarged ×1.09 by a bicubic kernel.'];
        yield 'a kernel' => [UpscaleMethod::Mitchell, 1000, 3000, 0, 'Enlarged ×3.00 by Mitchell.'];
        yield 'less' => [UpscaleMethod::Faithful, 1000, 900, 0, 'Reduced to the exact size.'];
    }

    #[DataProvider('enlargements')]
    public function test_an_enlargement_is_gone_about_in_doublings(UpscaleMethod $way, int $from, int $to, int $doublings, string $sentence): void
    {
        $plan = UpscalePlan::of(new UpscaleSettings($way), new PixelSize($from, $from), new PixelSize($to, $to));
        self::assertSame([$doublings, 2 ** $doublings, $sentence], [$plan->doublings, $plan->factor(), $plan->sentence()]);
    }

    public function test_the_axis_that_needs_more_decides(): void
    {
        self::assertSame(2, UpscalePlan::of(new UpscaleSettings(UpscaleMethod::Faithful), new PixelSize(1000, 500), new PixelSize(1900, 1200))->doublings);
    }

    public function test_a_choice_is_written_in_a_word_and_read_again(): void
    {
        foreach ([new UpscaleSettings(UpscaleMethod::Faithful), new UpscaleSettings(UpscaleMethod::Mending, 35), new UpscaleSettings(UpscaleMethod::Mending, 0), new UpscaleSettings(UpscaleMethod::Drawn, 100, Effort::Best), new UpscaleSettings(UpscaleMethod::Mending, 50, Effort::Quick), new UpscaleSettings(UpscaleMethod::Rebuilt), new UpscaleSettings(UpscaleMethod::Textured, 60)] as $choice) {
            self::assertEquals($choice, UpscaleSettings::ofCode($choice->code()));
        }
        foreach (['', 'wizardry', 'faithful-', 'lanczos-best', 'mending-101', 'faithful-fast', '../faithful', 'textured-best'] as $nonsense) {
            self::assertNull(UpscaleSettings::ofCode($nonsense), $nonsense);
        }
        $this->expectException(ImpossibleUpscale::class);
        new UpscaleSettings(UpscaleMethod::Mending, 101);
    }
}
