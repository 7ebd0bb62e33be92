<?php

declare(strict_types=1);

namespace Snugfit\Tests\Console;

use Snugfit\Core\JsonReader;

/** Outlines from the command line; poppler and ImageMagick read what comes of them. */
final class TraceCommandTest extends CommandTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->tool('convert', '-size', '180x120', 'xc:#f4efe2', '-fill', '#0f5c63', '-draw', 'circle 60,60 60,20', '-fill', '#b5402a', '-draw', 'rectangle 110,30 160,90', 'design.png');
    }

    public function test_a_drawing_is_taken_away_as_lines_in_every_format(): void
    {
        $told = $this->answer('trace', 'design.png', 'out/design.svg', '--json');
        self::assertTrue($told->bool('suited'));
        self::assertSame([3, 3], [$told->int('colours'), $told->int('shapes')]);
        self::assertSame(filesize($this->folder.'/out/design.svg'), $told->int('bytes'));
        self::assertLessThan(1.0, $told->float('meanOff'));
        self::assertGreaterThanOrEqual(8, $told->int('nodes'));
        $told = $this->answer('trace', 'design.png', 'stacked.svg', '--stacked', '--colours=2', '--detail=4', '--smooth=30', '--corners=70', '--no-gradients', '--json');
        self::assertSame(2, $told->int('colours'));
        foreach (['pdf', 'eps'] as $format) {
            self::assertSame(0, $this->snugfit('trace', 'design.png', 'design.'.$format)->getExitCode());
        }
        self::assertSame(2, substr_count($this->tool('pdfimages', '-list', 'design.pdf'), "\n"), 'a heading and no picture');
        self::assertStringStartsWith('%!PS-Adobe', (string) file_get_contents($this->folder.'/design.eps'));
        self::assertStringNotContainsString('/ImageType', (string) file_get_contents($this->folder.'/design.eps'));
    }

    public function test_a_png_has_exact_pixels_and_transparency(): void
    {
        $this->snugfit('trace', 'design.png', 'large.png', '--size=3600', '--ground=found')->getExitCode();
        self::assertSame('3600x2400', $this->tool('identify', '-format', '%wx%h', 'large.png'));
        self::assertSame('0', $this->tool('convert', 'large.png', '-alpha', 'extract', '-format', '%[fx:round(255*p{20,20})]', 'info:'));
        self::assertSame('255', $this->tool('convert', 'large.png', '-alpha', 'extract', '-format', '%[fx:round(255*p{1200,1200})]', 'info:'));
        self::assertSame(0, $this->snugfit('trace', 'design.png', 'exact.png', '--size=900x600')->getExitCode());
        $process = $this->snugfit('trace', 'design.png', 'wrong.png', '--size=900x900');
        self::assertSame(1, $process->getExitCode());
        self::assertStringContainsString('Nothing is stretched', $process->getErrorOutput());
    }

    public function test_what_does_not_suit_is_refused_with_a_sentence_unless_it_is_forced(): void
    {
        $this->tool('convert', '-size', '120x90', '-seed', '3', 'plasma:navy-orange', '-attenuate', '0.6', '+noise', 'gaussian', 'clouds.png');
        $process = $this->snugfit('trace', 'clouds.png', 'clouds.svg');
        self::assertSame(3, $process->getExitCode());
        self::assertStringContainsString('A way of enlarging keeps it.', $process->getErrorOutput());
        self::assertFileDoesNotExist($this->folder.'/clouds.svg');
        self::assertSame(0, $this->snugfit('trace', 'clouds.png', 'clouds.svg', '--force')->getExitCode());
        self::assertFileExists($this->folder.'/clouds.svg');
        foreach ([['--colours=1'], ['--colours=many'], ['--detail=-3'], ['--ground=sky'], ['--smooth=200']] as $wrong) {
            self::assertSame(1, $this->snugfit('trace', 'design.png', 'x.svg', ...$wrong)->getExitCode(), $wrong[0]);
        }
        self::assertSame(1, $this->snugfit('trace', 'design.png', 'design.png')->getExitCode(), 'never over the master');
        self::assertSame(1, $this->snugfit('trace', 'design.png', 'x.jpg')->getExitCode());
        file_put_contents($this->folder.'/notes.png', 'no picture');
        self::assertSame(2, $this->snugfit('trace', 'notes.png', 'x.svg')->getExitCode());
    }

    public function test_a_folder_is_printed_as_outlines_and_what_is_no_drawing_is_named(): void
    {
        mkdir($this->folder.'/in');
        rename($this->folder.'/design.png', $this->folder.'/in/design.png');
        $this->tool('convert', '-size', '120x90', '-seed', '3', 'plasma:navy-orange', '-attenuate', '0.6', '+noise', 'gaussian', 'in/clouds.png');
        $process = $this->snugfit('make', 'in', '--out=out', '--products=a4', '--way=traced');
        self::assertStringContainsString('clouds.png', $process->getErrorOutput());
        self::assertStringContainsString('not for outlines', $process->getErrorOutput());
        $manifest = JsonReader::decode((string) file_get_contents($this->folder.'/out/manifest.json'), 'a manifest');
        self::assertCount(1, $manifest->records('files'));
        $prints = glob($this->folder.'/out/design-a4-*') ?: [];
        self::assertCount(1, $prints);
        // Sharp at nineteen times the size: hardly a pixel between two colours.
        $this->tool('convert', basename(\dirname($prints[0])).'/'.basename($prints[0]), '-crop', '400x400+1000+1000', '-fuzz', '8%', '-fill', 'white', '-opaque', '#0f5c63', '-opaque', '#f4efe2', '-opaque', '#b5402a', 'rest.png');
        self::assertGreaterThan(0.98, (float) $this->tool('convert', 'rest.png', '-colorspace', 'gray', '-threshold', '99%', '-format', '%[fx:mean]', 'info:'));
    }
}
