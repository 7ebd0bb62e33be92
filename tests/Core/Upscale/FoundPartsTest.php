<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Upscale;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Upscale\FoundParts;
use Snugfit\Core\Upscale\UpscaleChoice;
use Snugfit\Tests\Facts;

/** What is proposed for parts of another kind. */
final class FoundPartsTest extends TestCase
{
    public function test_a_drawn_part_is_proposed_to_be_drawn_and_all_of_it_is_painted_and_little_else(): void
    {
        $found = FoundParts::in(Kind::Photo, $this->facts(Kind::Photo, ['flat-graphic' => [0.25, 0.5, 0.5, 0.375]])) ?? self::fail('There is a part.');
        self::assertSame([Kind::FlatGraphic, 'drawn'], [$found->kind, $found->region->settings->code()]);
        $least = 1.0;
        for ($i = 0; $i <= 20; ++$i) {
            for ($j = 0; $j <= 20; ++$j) {
                $least = min($least, PaintedAt::strength($found->region->mask, 300 + 30 * $i, 400 + 15 * $j));
            }
        }
        self::assertSame(1.0, $least);
        // A sixth of its shorter side away nothing is painted; where it ends, half as much is soft.
        foreach ([[600, 400 - 50], [600, 700 + 50], [300 - 65, 550], [900 + 65, 550], [20, 20]] as [$x, $y]) {
            self::assertSame(0.0, PaintedAt::strength($found->region->mask, $x, $y), "$x, $y");
        }
    }

    public function test_only_where_it_makes_a_difference_and_the_kind_stands(): void
    {
        self::assertNull(FoundParts::in(Kind::Photo, Facts::of(1200, 800, Kind::Photo)));
        $facts = $this->facts(Kind::Photo, ['flat-graphic' => [0.0, 0.0, 0.5, 0.5]]);
        self::assertNull(FoundParts::in(Kind::Illustration, $facts), 'a person said otherwise');
        // A photograph on a clean page is no drawing.
        $found = FoundParts::in(Kind::FlatGraphic, $this->facts(Kind::FlatGraphic, ['photo' => [0.0, 0.0, 0.5, 0.5]]));
        self::assertSame([Kind::Photo, 'faithful'], [$found?->kind, $found?->region->settings->code()]);
    }

    public function test_of_a_mixed_picture_the_part_is_proposed_that_would_go_another_way(): void
    {
        $facts = $this->facts(Kind::Illustration, ['photo' => [0.0, 0.0, 1.0, 0.5], 'flat-graphic' => [0.0, 0.5, 1.0, 0.5]]);
        $own = UpscaleChoice::for(Kind::Illustration, $facts)->settings->code();
        $found = FoundParts::in(Kind::Illustration, $facts) ?? self::fail('One of them goes another way.');
        self::assertNotSame($own, $found->region->settings->code());
        self::assertSame('drawn' === $own ? Kind::Photo : Kind::FlatGraphic, $found->kind);
        self::assertSame(1.0, PaintedAt::strength($found->region->mask, 600, Kind::Photo === $found->kind ? 200 : 600));
        self::assertSame(0.0, PaintedAt::strength($found->region->mask, 600, Kind::Photo === $found->kind ? 700 : 100));
    }

    /** @param array<string, list<float>> $parts boxes by kind; of a picture of 1,200 × 800 px */
    private function facts(Kind $kind, array $parts): MasterFacts
    {
        $list = array_map(static fn (string $of, array $box): array => ['kind' => $of, 'box' => $box], array_keys($parts), $parts);

        return MasterFacts::fromRecord(JsonReader::of(['parts' => $list] + Facts::of(1200, 800, $kind)->toArray(), 'facts'));
    }
}
