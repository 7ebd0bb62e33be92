<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Artwork;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\NearDuplicate;
use Snugfit\Core\Artwork\PixelStatistics;
use Snugfit\Tests\Facts;

final class NearDuplicateTest extends TestCase
{
    public function test_up_to_four_points_of_sixty_four_may_differ(): void
    {
        $one = $this->facts('00000000ffff0000');
        self::assertSame(0, NearDuplicate::differingPoints($one, $this->facts('00000000ffff0000')));
        self::assertSame(4, NearDuplicate::differingPoints($one, $this->facts('000000f0ffff0000')));
        self::assertNull(NearDuplicate::differingPoints($one, $this->facts('000001f0ffff0000')), 'five do');
        self::assertNull(NearDuplicate::differingPoints($one, $this->facts('')), 'nothing to tell it by');
    }

    public function test_proportions_may_differ_by_two_hundredths(): void
    {
        $one = $this->facts('00000000ffff0000', 1000, 1000);
        self::assertSame(0, NearDuplicate::differingPoints($one, $this->facts('00000000ffff0000', 500, 509)));
        self::assertNull(NearDuplicate::differingPoints($one, $this->facts('00000000ffff0000', 500, 511)));
        self::assertNull(NearDuplicate::differingPoints($one, $this->facts('00000000ffff0000', 511, 500)));
    }

    public function test_a_picture_without_structure_is_like_many(): void
    {
        self::assertTrue(NearDuplicate::isTellable($this->facts('000000000000003f')), 'six bits');
        self::assertFalse(NearDuplicate::isTellable($this->facts('000000000000001f')), 'five');
    }

    private function facts(string $fingerprint, int $width = 900, int $height = 600): MasterFacts
    {
        return Facts::of($width, $height, statistics: new PixelStatistics(fingerprint: $fingerprint));
    }
}
