<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Web\TestStrip\StripQuery;
use Snugfit\Web\TestStrip\StripRegions;
use Symfony\Component\HttpFoundation\ParameterBag;

/** What the address of a test strip says, and where its spots lie on a print. */
final class StripQueryTest extends TestCase
{
    public function test_an_address_comes_back_as_it_was(): void
    {
        $query = StripQuery::in(new ParameterBag(['ways' => 'lanczos,mending-25,drawn-best', 'spots' => '0.25,0.5;1,0', 'paper' => '75cm']), Kind::Photo, new UpscaleSettings(UpscaleMethod::Faithful));
        self::assertSame(['ways' => 'lanczos,mending-25,drawn-best', 'spots' => '0.25,0.5;1,0', 'paper' => '75cm'], $query->toArray());
        self::assertEquals($query, StripQuery::in(new ParameterBag($query->toArray()), Kind::LineArt, new UpscaleSettings(UpscaleMethod::Drawn)));
        self::assertSame('lanczos,drawn-best', $query->without(new UpscaleSettings(UpscaleMethod::Mending, 25))->toArray()['ways']);
        self::assertArrayNotHasKey('paper', $query->from(null)->toArray());
    }

    public function test_a_distance_is_read_in_any_unit_and_kept_within_reason(): void
    {
        $further = static fn (string $paper): float => round(StripQuery::in(new ParameterBag(['paper' => $paper]), Kind::Photo, new UpscaleSettings(UpscaleMethod::Faithful))->further(), 3);
        self::assertSame([1.0, 2.0, 0.508, 1.0, 20.0, 0.2], [$further('50cm'), $further('1000mm'), $further('10in'), $further('far off'), $further('90000cm'), $further('1')]);
        self::assertNull(StripQuery::in(new ParameterBag(), Kind::Photo, new UpscaleSettings(UpscaleMethod::Faithful))->seenFrom);
    }

    public function test_nonsense_in_an_address_is_left_out(): void
    {
        $query = StripQuery::in(new ParameterBag(['ways' => 'magic,faithful', 'spots' => 'a;0.5;2,0.5;0.5,0.5,0.5;-1,0;0.1,0.2']), Kind::Photo, new UpscaleSettings(UpscaleMethod::Faithful));
        self::assertSame(['faithful'], array_map(static fn (UpscaleSettings $way): string => $way->code(), $query->ways));
        self::assertSame([[0.1, 0.2]], $query->regions);
    }

    public function test_what_is_used_now_is_always_among_the_columns(): void
    {
        foreach (Kind::cases() as $kind) {
            $current = new UpscaleSettings(UpscaleMethod::Mending, 35);
            $codes = array_map(static fn (UpscaleSettings $way): string => $way->code(), StripQuery::in(new ParameterBag(), $kind, $current)->ways);
            self::assertContains('mending-35', $codes);
            self::assertSame($codes, array_unique($codes));
        }
    }

    /** @return iterable<string, array{ImageTransform, float, float, ?array{int, int}}> pose, spot, left upper corner of the window */
    public static function spots(): iterable
    {
        // 400 × 300, of which the crop is 200 × 200 from 100, 50, printed at 800 × 800; a window of 100 px.
        yield 'in the middle' => [new ImageTransform(), 0.5, 0.5, [350, 350]];
        yield 'at the crop\'s corner, moved in' => [new ImageTransform(), 0.25, 1 / 6 + 0.001, [0, 0]];
        yield 'cut away' => [new ImageTransform(), 0.1, 0.5, null];
        yield 'beyond the picture' => [new ImageTransform(), 1.4, 0.5, null];
        // Mirrored, what was at 0.4 is at 0.6.
        yield 'mirrored' => [new ImageTransform(flip: true), 0.4, 0.5, [510, 350]];
        yield 'upside down' => [new ImageTransform(QuarterTurn::Half), 0.4, 0.4, [510, 470]];
    }

    /** @param ?array{int, int} $corner */
    #[DataProvider('spots')]
    public function test_a_spot_of_the_picture_is_found_on_the_print(ImageTransform $transform, float $x, float $y, ?array $corner): void
    {
        $recipe = new Recipe(new Frame(new PixelSize(400, 300), new PixelWindow(100, 50, 200, 200), $transform), new Enlarge(new UpscaleSettings(UpscaleMethod::Faithful), new PixelSize(800, 800)), new Write(FileFormat::Png, Ppi::of(300), 8, false));
        $window = StripRegions::window($recipe, $x, $y, new PixelSize(100, 100));
        self::assertSame($corner, null === $window ? null : [$window->x, $window->y]);
    }
}
