<?php

declare(strict_types=1);

namespace Snugfit\Tests\Console;

/** Print files bound to one PDF. */
final class BookletCommandTest extends CommandTestCase
{
    public function test_jpegs_are_bound_byte_by_byte_and_others_without_transparency(): void
    {
        $this->tool('convert', '-size', '600x900', 'gradient:#123a52-#e8a33c', '-units', 'PixelsPerInch', '-density', '150', 'one.png');
        $this->tool('vips', 'copy', 'one.png', 'one.jpg[profile=srgb,Q=90]');
        $this->tool('convert', '-size', '600x900', 'xc:none', '-fill', '#b5402a', '-draw', 'circle 300,450 300,300', '-units', 'PixelsPerInch', '-density', '150', 'two.png');
        $process = $this->snugfit('booklet', 'out/book.pdf', 'two.png', 'one.jpg', '--bleed=3mm');
        self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
        self::assertMatchesRegularExpression('/Pages:\s+2/', $this->tool('pdfinfo', 'out/book.pdf'));
        $this->tool('pdfimages', '-all', 'out/book.pdf', 'p');
        self::assertFileEquals($this->folder.'/one.jpg', $this->folder.'/p-001.jpg');
        self::assertSame('srgb(255,255,255)', $this->tool('convert', 'p-000.jpg', '-format', '%[pixel:p{2,2}]', 'info:'));
        foreach ([['x.png', 'one.jpg'], ['x.pdf', 'none.jpg'], ['x.pdf', 'one.jpg', '--bleed=wide']] as $wrong) {
            self::assertSame(1, $this->snugfit('booklet', ...$wrong)->getExitCode(), implode(' ', $wrong));
        }
        file_put_contents($this->folder.'/no.jpg', 'none');
        self::assertSame(2, $this->snugfit('booklet', 'x.pdf', 'no.jpg')->getExitCode());
        self::assertFileDoesNotExist($this->folder.'/x.pdf');
    }
}
