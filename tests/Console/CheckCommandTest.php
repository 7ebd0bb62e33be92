<?php

declare(strict_types=1);

namespace Snugfit\Tests\Console;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\JsonReader;

/** Files made by other programs, held against products. */
final class CheckCommandTest extends CommandTestCase
{
    private const SRGB = '/usr/share/color/icc/sRGB.icc';

    /** @return iterable<string, array{string, list<string>, string, list<string>}> name, how ImageMagick makes it, product, what is wrong */
    public static function files(): iterable
    {
        $right = ['-size', '1200x1800', 'gradient:red-blue', '-profile', self::SRGB, '-density', '300', '-units', 'PixelsPerInch', '-depth', '8'];
        yield 'right' => ['a.jpg', $right, '4x6', []];
        yield 'right, lying' => ['a.jpg', [...$right, '-rotate', '90'], '4x6', []];
        yield 'right as TIFF' => ['a.tif', $right, '4x6', []];
        yield '250 ppi, over the floor' => ['a.jpg', [...$right, '-resize', '1000x1500!', '-density', '250'], '4x6', []];
        yield 'tagged 72' => ['a.jpg', [...$right, '-density', '72'], '4x6', ['ppi tag']];
        yield 'too few pixels' => ['a.jpg', [...$right, '-resize', '600x900!', '-density', '150'], '4x6', ['Pixels']];
        yield 'other proportions' => ['a.jpg', [...$right, '-resize', '1200x1700!'], '4x6', ['Proportions', 'ppi tag']];
        yield 'no profile' => ['a.jpg', [...$right, '-strip'], '4x6', ['Profile']];
        yield 'inks' => ['a.jpg', [...$right, '-profile', \dirname(__DIR__, 2).'/profiles/coated.icc'], '4x6', ['Profile', 'Channels']];
        yield 'transparent' => ['a.png', [...$right, '-alpha', 'set', '-channel', 'A', '-evaluate', 'set', '50%'], '4x6', ['Transparency']];
        yield 'a format the product does not take' => ['a.webp', $right, '4x6', ['Format']];
    }

    /**
     * @param list<string> $upscale
     * @param list<string> $wrong
     */
    #[DataProvider('files')]
    public function test_what_is_wrong_is_named(string $name, array $upscale, string $product, array $wrong): void
    {
        $this->convert($name, ...$upscale);
        $process = $this->snugfit('check', $name, "--product=$product", '--json');
        $file = JsonReader::decode($process->getOutput(), 'an answer')->records('files')[0];
        $failed = array_values(array_filter($file->records('findings'), static fn (JsonReader $finding): bool => !$finding->bool('passed')));
        self::assertSame($wrong, array_map(static fn (JsonReader $finding): string => $finding->string('subject'), $failed));
        self::assertSame([] === $wrong ? 0 : 2, $process->getExitCode());
        self::assertSame([] === $wrong, $file->bool('passed'));
    }

    public function test_files_that_are_none_are_told_apart_from_wrong_use(): void
    {
        file_put_contents($this->folder.'/letter.jpg', 'Dear keeper');
        $process = $this->snugfit('check', 'letter.jpg', 'gone.tif', '--product=4x6');
        self::assertSame(2, $process->getExitCode());
        self::assertStringContainsString('no JPEG, PNG, TIFF, WebP or PDF', $process->getOutput());
        self::assertStringContainsString('there is no such file', $process->getOutput());
        self::assertSame(1, $this->snugfit('check', 'letter.jpg')->getExitCode());
        self::assertStringContainsString('No product has the code "zeppelin"', $this->snugfit('check', 'letter.jpg', '--product=zeppelin')->getErrorOutput());
    }

    public function test_a_pdf_of_ours_passes_where_the_product_takes_it_and_its_boxes_are_looked_at(): void
    {
        mkdir($this->folder.'/in');
        $this->convert('in/a.png', '-size', '1300x1900', 'gradient:red-blue', '-depth', '8');
        self::assertSame(0, $this->snugfit('make', 'in', '--products=postcard', '--out=out', '--format=pdf', '--cut-marks', '--name={artwork}')->getExitCode());
        $facts = $this->answer('check', 'out/a.pdf', '--product=postcard', '--json')->records('files')[0];
        $failed = array_filter($facts->records('findings'), static fn (JsonReader $finding): bool => !$finding->bool('passed'));
        self::assertSame(['Format'], array_values(array_map(static fn (JsonReader $finding): string => $finding->string('subject'), $failed)), 'postcards are printed from JPEG, TIFF or PNG');
        $other = $this->answer('check', 'out/a.pdf', '--product=5x7', '--json')->records('files')[0];
        self::assertContains('Trim box', array_map(static fn (JsonReader $finding): string => $finding->string('subject'), array_filter($other->records('findings'), static fn (JsonReader $finding): bool => !$finding->bool('passed'))));
    }
}
