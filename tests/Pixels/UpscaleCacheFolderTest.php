<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use Snugfit\Pixels\Enlarger\UpscaleCacheFolder;

final class UpscaleCacheFolderTest extends PixelTestCase
{
    public function test_what_was_not_used_for_two_weeks_goes_and_the_longest_unused_where_room_is_short(): void
    {
        $now = 2_000_000_000;
        foreach (['old' => 15, 'week' => 7, 'day' => 1, 'fresh' => 0] as $name => $days) {
            mkdir($this->folder.'/'.$name);
            file_put_contents($this->folder.'/'.$name.'/faithful-1-x2.pieces', str_repeat('x', 100_000));
            touch($this->folder.'/'.$name.'/faithful-1-x2.pieces', $now - 86400 * $days);
        }
        file_put_contents($this->folder.'/pace.json', '{}');
        (new UpscaleCacheFolder($this->folder))->tidy(now: $now);
        self::assertSame(['day', 'fresh', 'pace.json', 'week'], $this->names());
        (new UpscaleCacheFolder($this->folder))->tidy(now: $now, mostBytes: 250_000);
        self::assertSame(['day', 'fresh', 'pace.json'], $this->names());
        (new UpscaleCacheFolder($this->folder))->tidy(0, $now + 1);
        self::assertSame(['pace.json'], $this->names());
        (new UpscaleCacheFolder($this->folder.'/nowhere'))->tidy(now: $now);
    }

    /** @return list<string> */
    private function names(): array
    {
        $names = array_values(array_diff(scandir($this->folder) ?: [], ['.', '..']));
        sort($names);

        return $names;
    }
}
