<?php

declare(strict_types=1);

namespace Snugfit\Tests\Console;

use Snugfit\Core\JsonReader;

/** Previews without a browser: of one picture, and of a folder beside its print files. */
final class ShowCommandTest extends CommandTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        mkdir($this->folder.'/masters');
        $this->tool('convert', '-size', '2700x1800', 'gradient:#123a52-#e8a33c', 'masters/dusk.png');
    }

    public function test_a_print_is_shown_in_a_scene_and_its_scale_told(): void
    {
        $told = $this->answer('show', 'masters/dusk.png', 'dusk.jpg', '--scene=sofa', '--size=18x12in', '--width=1600', '--frame=black', '--mat=40mm', '--json');
        self::assertSame([457.2, 304.8], $told->floats('print_mm'));
        self::assertEqualsWithDelta(3500 / 1600, $told->float('mm_per_pixel'), 0.01);
        self::assertSame('JPEG 1600x1067 sRGB', $this->tool('identify', '-format', '%m %wx%h %[colorspace]', 'dusk.jpg'));
        foreach (['png' => 'PNG', 'webp' => 'WEBP'] as $ending => $format) {
            self::assertSame(0, $this->snugfit('show', 'masters/dusk.png', "dusk.$ending", '--scene=mug', '--size=mug', '--width=600')->getExitCode());
            self::assertSame($format, $this->tool('identify', '-format', '%m', "dusk.$ending"));
        }
    }

    public function test_several_sizes_hang_side_by_side_true_to_each_other(): void
    {
        $this->tool('convert', '-size', '2700x1800', 'xc:#00d030', 'masters/green.png');
        $told = $this->answer('show', 'masters/green.png', 'sizes.png', '--size=9x6in,18x12in', '--width=1600', '--frame=none', '--wall=ffffff', '--json');
        self::assertSame(['long', [[228.6, 152.4], [457.2, 304.8]]], [$told->string('scene'), $told->toArray()['prints_mm']]);
        $areas = $this->tool('convert', 'sizes.png', '-fill', 'black', '-fuzz', '30%', '+opaque', '#00d030', '-threshold', '1%', '-define', 'connected-components:verbose=true', '-define', 'connected-components:area-threshold=500', '-connected-components', '4', 'null:');
        // Of each lasting region: number, box, middle, area, colour. The wall's is the largest.
        preg_match_all('/^\s*\d+: (\d+)x(\d+)\+\d+\+\d+ \S+ \d+ (?!s?rgba?\(0,0,0|gray\(0\)|black)/m', $areas, $found);
        [$wide, $high] = [array_map(intval(...), $found[1]), array_map(intval(...), $found[2])];
        sort($wide);
        sort($high);
        $scale = $told->float('mm_per_pixel');
        self::assertEqualsWithDelta([228.6 / $scale, 457.2 / $scale], $wide, 2.5, $areas);
        self::assertEqualsWithDelta([152.4 / $scale, 304.8 / $scale], $high, 2.5, $areas);
        $process = $this->snugfit('show', 'masters/green.png', 'x.jpg', '--size=9x6in,18x12in', '--scene=mug');
        self::assertSame([3, true], [$process->getExitCode(), str_contains($process->getErrorOutput(), 'Sizes are compared on a wall')]);
    }

    public function test_what_cannot_be_shown_true_is_refused_with_a_sentence(): void
    {
        $process = $this->snugfit('show', 'masters/dusk.png', 'x.jpg', '--scene=mug', '--size=12x18in');
        self::assertSame(3, $process->getExitCode());
        self::assertStringContainsString('too large for "Mug"', $process->getErrorOutput());
        $process = $this->snugfit('show', 'masters/dusk.png', 'x.jpg', '--scene=bed', '--size=90x60in');
        self::assertSame(3, $process->getExitCode(), 'a print that is short is no print');
        self::assertFileDoesNotExist($this->folder.'/x.jpg');
        foreach ([['x.jpg', '--size=8x10in'], ['x.jpg', '--scene=moon', '--size=8x10in'], ['x.jpg', '--scene=sofa'], ['x.gif', '--scene=sofa', '--size=8x10in'], ['x.jpg', '--scene=sofa', '--size=8x10in', '--width=9000'], ['x.jpg', '--scene=sofa', '--size=8x10in', '--wall=blue'], ['masters/dusk.png', '--scene=sofa', '--size=8x10in']] as $wrong) {
            self::assertSame(1, $this->snugfit('show', 'masters/dusk.png', ...$wrong)->getExitCode(), implode(' ', $wrong));
        }
    }

    public function test_a_folder_s_prints_are_shown_where_a_scene_suits_them_and_made_again_only_when_they_change(): void
    {
        $make = fn (string ...$more): JsonReader => $this->answer('make', 'masters', '--products=8x12,mug', '--out=out', '--scenes=close,mug', '--scene-width=600', '--scene-name={scene}/{artwork}', '--json', ...$more);
        $previews = $make()->records('previews');
        self::assertSame(['8x12 previews/close/dusk.jpg', 'mug previews/mug/dusk.jpg'], array_map(static fn (JsonReader $one): string => $one->string('product').' '.$one->string('path'), $previews));
        foreach ($previews as $one) {
            $path = $this->folder.'/out/'.$one->string('path');
            self::assertSame([600, filesize($path), hash_file('sha256', $path)], [$one->int('width_px'), $one->int('bytes'), $one->string('sha256')]);
        }
        touch($this->folder.'/out/previews/close/dusk.jpg', 1_700_000_000);
        self::assertEquals($previews, $make()->records('previews'));
        clearstatcache();
        self::assertSame(1_700_000_000, filemtime($this->folder.'/out/previews/close/dusk.jpg'), 'it shows the same');
        $this->tool('convert', '-size', '2700x1800', 'gradient:#521212-#e8a33c', 'masters/dusk.png');
        $make();
        clearstatcache();
        self::assertNotSame(1_700_000_000, filemtime($this->folder.'/out/previews/close/dusk.jpg'), 'another picture');
        self::assertDirectoryDoesNotExist($this->folder.'/out/.snugfit-in-work');
    }
}
