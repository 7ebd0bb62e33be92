<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Artwork;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\ColourModel;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\MasterWarning;
use Snugfit\Core\Artwork\MasterWarnings;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Tests\Facts;

final class MasterWarningsTest extends TestCase
{
    /** @return iterable<string, array{MasterFacts, string, list<string>}> */
    public static function masters(): iterable
    {
        yield 'nothing to say' => [Facts::of(4000, 3000, profile: 'sRGB IEC61966-2.1'), 'x.png', []];
        yield 'a dot' => [Facts::of(1, 1), 'x.png', ['tiny']];
        yield 'a ribbon' => [Facts::of(60000, 1000), 'x.png', ['proportions']];
        yield 'a false ending' => [Facts::of(4000, 3000), 'x.jpg', ['extension']];
        yield 'press colours, sideways, tagged' => [Facts::of(4000, 3000, colour: ColourModel::Cmyk, ppiTag: 72, orientation: 6), 'x.png', ['cmyk', 'turned', 'ppi-tag']];
        yield 'moving' => [Facts::of(4000, 3000, pages: 12), 'x.png', ['pages']];
        yield 'wide, deep, transparent' => [Facts::of(4000, 3000, bits: 16, transparent: true, profile: 'Display P3'), 'x.PNG', ['profile', 'transparent', 'depth']];
    }

    /** @param list<string> $codes */
    #[DataProvider('masters')]
    public function test_what_is_worth_knowing_is_said(MasterFacts $facts, string $name, array $codes): void
    {
        self::assertSame($codes, array_map(static fn (MasterWarning $warning): string => $warning->code, (new MasterWarnings())->of($facts, $name)));
    }

    public function test_lettering_of_too_few_pixels_is_pointed_at(): void
    {
        $of = static fn (float $height): array => array_map(static fn (MasterWarning $warning): string => $warning->code, (new MasterWarnings())->of(Facts::of(4000, 1000, lettering: [new FractionBox(0.1, 0.1, 0.5, 0.2), new FractionBox(0.1, 0.5, 0.5, $height)]), 'x.png'));
        self::assertSame([], array_values(array_diff($of(0.009), ['proportions'])), 'nine pixels are enough');
        self::assertSame(['small-lettering'], array_values(array_diff($of(0.007), ['proportions'])));
    }

    public function test_the_tag_is_read_both_ways(): void
    {
        [$warning] = (new MasterWarnings())->of(Facts::of(1024, 1024, ppiTag: 72), 'x.png');
        self::assertStringContainsString('14.2 × 14.2 in', $warning->sentence);
        self::assertStringContainsString('at 300 it is 3.4 × 3.4 in', $warning->sentence);
        self::assertFalse($warning->needsAttention);
        [$false] = (new MasterWarnings())->of(Facts::of(1024, 1024, ppiTag: 300), 'x.png');
        self::assertTrue($false->needsAttention, 'as if for print, but 3.4 in wide');
        [$fit] = (new MasterWarnings())->of(Facts::of(3000, 3000, ppiTag: 300), 'x.png');
        self::assertFalse($fit->needsAttention);
    }
}
