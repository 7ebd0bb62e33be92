<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Proof;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Proof\ProofLayout;
use Snugfit\Core\Proof\ProofPlace;
use Snugfit\Core\Proof\ProofPrint;
use Snugfit\Core\Recipe\Write;

/** Proof sheets: all prints to one scale, none over another, none off the page. */
final class ProofLayoutTest extends TestCase
{
    public function test_prints_of_all_sizes_share_a_scale_and_never_meet(): void
    {
        mt_srand(11);
        foreach ([1, 3, 25, 140] as $count) {
            $prints = array_map(fn (): ProofPrint => $this->print(mt_rand(20, 360) / 10, mt_rand(20, 460) / 10), range(1, $count));
            [$pages, $scale] = ProofLayout::of($prints);
            $places = array_merge(...$pages);
            self::assertCount($count, $places);
            self::assertSame($prints, array_map(static fn (ProofPlace $place): ProofPrint => $place->print, $places), 'in their order');
            foreach ($pages as $page) {
                foreach ($page as $i => $place) {
                    self::assertEqualsWithDelta([$place->print->inchesAcross * $scale, $place->print->inchesDown * $scale], [$place->width, $place->height], 1e-6);
                    self::assertGreaterThanOrEqual(ProofLayout::MARGIN, $place->x);
                    self::assertLessThanOrEqual(ProofLayout::PAGE[0] - ProofLayout::MARGIN + 1e-6, $place->x + max($place->width, $place->cell));
                    self::assertLessThanOrEqual(ProofLayout::PAGE[1] - ProofLayout::MARGIN, $place->y + $place->height + 60);
                    foreach (\array_slice($page, $i + 1) as $other) {
                        $apart = $place->x + $place->width <= $other->x || $other->x + $other->width <= $place->x || $place->y + $place->height + 60 <= $other->y || $other->y + $other->height + 60 <= $place->y;
                        self::assertTrue($apart);
                    }
                }
            }
        }
    }

    public function test_small_prints_are_not_blown_up_and_no_prints_make_an_empty_page(): void
    {
        [, $scale] = ProofLayout::of([$this->print(1, 1.5)]);
        self::assertSame(36.0, $scale);
        [$pages] = ProofLayout::of([]);
        self::assertSame([[]], $pages);
    }

    private function print(float $across, float $down): ProofPrint
    {
        return new ProofPrint('a.jpg', 'A print', new PixelSize((int) round(300 * $across), (int) round(300 * $down)), new Write(FileFormat::Jpeg, Ppi::of(300), 8, false), 1, 'Passed preflight', null, null);
    }
}
