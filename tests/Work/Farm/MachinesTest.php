<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work\Farm;

use PHPUnit\Framework\TestCase;
use Snugfit\Work\Farm\Machines;

/** Which machine a master's files go to. */
final class MachinesTest extends TestCase
{
    public function test_masters_spread_by_the_number_of_workers(): void
    {
        $count = array_count_values($this->placed(['north' => 1, 'south' => 3]));
        // Of 4,000 with a share of 1/4: the standard deviation is 27.
        self::assertEqualsWithDelta(1000, $count['north'], 110);
        self::assertSame(4000, array_sum($count));
    }

    public function test_a_machine_that_comes_or_goes_moves_only_its_own_share(): void
    {
        $before = $this->placed(['north' => 2, 'south' => 2]);
        $after = $this->placed(['north' => 2, 'south' => 2, 'west' => 2]);
        $moved = array_diff_assoc($after, $before);
        self::assertSame(['west'], array_values(array_unique($moved)));
        self::assertEqualsWithDelta(4000 / 3, \count($moved), 120);
    }

    public function test_with_no_machine_there_is_none(): void
    {
        self::assertNull(Machines::nearest('abc', []));
    }

    /**
     * @param array<string, int> $machines
     *
     * @return list<string>
     */
    private function placed(array $machines): array
    {
        return array_map(static fn (int $i): string => (string) Machines::nearest(hash('sha256', (string) $i), $machines), range(1, 4000));
    }
}
