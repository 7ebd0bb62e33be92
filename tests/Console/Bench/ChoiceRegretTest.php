<?php

declare(strict_types=1);

namespace Snugfit\Tests\Console\Bench;

use Snugfit\Console\Bench\BenchDrawing;
use Snugfit\Console\Bench\ChoiceRegret;
use Snugfit\Console\Bench\PictureDamage;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Tests\Pixels\PixelTestCase;

/** What is chosen for a damaged picture comes near the best that there is, and what that costs is told. */
final class ChoiceRegretTest extends PixelTestCase
{
    /** dB of luma, as the mean of all damages and at the most: one way is better than another by three to ten on such pictures. */
    private const LITTLE = 0.4;
    private const MOST = 2.5;

    public function test_choosing_costs_little_on_a_drawing_with_any_damage(): void
    {
        mkdir($this->folder.'/lettering');
        BenchDrawing::of(2)->crop(new PixelWindow(40, 420, 340, 301))->save('png', $this->folder.'/lettering/1.png', []);
        $said = [];
        (new ChoiceRegret($this->folder))->measure(static function (string $line) use (&$said): void {
            $said[] = $line;
        });
        self::assertCount(1, $said);
        self::assertStringStartsWith('dB lost by choosing, 1 of lettering: clean ', $said[0]);
        self::assertSame(\count(PictureDamage::all()), preg_match_all('/(\S+(?: \d\S*)?(?: px)?) (-?\d+\.\d\d)(?: ·|$)/', explode(': ', $said[0])[1], $told));
        foreach ($told[2] as $i => $lost) {
            self::assertGreaterThanOrEqual(0.0, (float) $lost, $told[1][$i]);
            self::assertLessThan(self::MOST, (float) $lost, $told[1][$i]);
        }
        self::assertLessThan(self::LITTLE, array_sum(array_map(floatval(...), $told[2])) / \count($told[2]));
    }

    public function test_without_pictures_it_says_what_is_missing(): void
    {
        (new ChoiceRegret($this->folder))->measure(static function (string $line) use (&$said): void {
            $said = $line;
        });
        self::assertSame('choice not measured: it needs what tools/enlarger/judged.py puts into var/judged', $said);
    }
}
