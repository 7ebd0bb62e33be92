<?php

declare(strict_types=1);

namespace Snugfit\Tests\Console;

/** A print over sheets of smaller paper; poppler reads what comes of it. */
final class TileCommandTest extends CommandTestCase
{
    public function test_sheets_put_together_again_are_the_print_at_its_size(): void
    {
        // 500 × 400 mm at 100 ppi.
        $this->tool('convert', '-size', '1969x1575', 'gradient:#123a52-#e8a33c', '-rotate', '12', '-gravity', 'center', '-crop', '1969x1575+0+0', '+repage', '-units', 'PixelsPerInch', '-density', '100', '-quality', '98', 'print.jpg');
        $process = $this->snugfit('tile', 'print.jpg', 'sheets.pdf', '--overlap=12mm');
        self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
        // 190 × 277 mm of each sheet are printed, 12 of them again: three by two upright, two by three lying.
        self::assertStringContainsString('6 sheets', $process->getOutput());
        $info = $this->tool('pdfinfo', 'sheets.pdf');
        self::assertMatchesRegularExpression('/Pages:\s+6/', $info);
        self::assertMatchesRegularExpression('/Page size:\s+(595\.2\d+ x 841\.8\d+|841\.8\d+ x 595\.2\d+) pts \(A4\)/', $info);
        $this->tool('pdfimages', '-all', 'sheets.pdf', 't');
        [$columns, $rows] = str_contains($process->getOutput(), '3 across') ? [3, 2] : [2, 3];
        $again = (int) floor(12 / 25.4 * 100);
        $parts = [];
        for ($i = 0; $i < 6; ++$i) {
            $column = $i % $columns;
            $row = intdiv($i, $columns);
            array_push($parts, '(', \sprintf('t-%03d.jpg', $i), '-chop', ($column > 0 ? $again : 0).'x'.($row > 0 ? $again : 0), ')');
        }
        $lines = [];
        for ($row = 0; $row < $rows; ++$row) {
            array_push($lines, '(', ...\array_slice($parts, 5 * $columns * $row, 5 * $columns), ...['+append', ')']);
        }
        $this->tool('convert', ...[...$lines, '-append', 'whole.png']);
        self::assertSame('1969x1575', $this->tool('identify', '-format', '%wx%h', 'whole.png'));
        self::assertLessThan(0.01, (float) $this->tool('convert', 'print.jpg', 'whole.png', '-metric', 'RMSE', '-compare', '-format', '%[distortion]', 'info:'));
        // True size: drawn at 100 dots to the inch, a sheet shows the print's own pixels, 10 mm in.
        $this->tool('pdftoppm', '-r', '100', '-f', '1', '-l', '1', '-png', 'sheets.pdf', 'drawn');
        $this->tool('convert', glob($this->folder.'/drawn-*.png')[0] ?? '', '-crop', '400x400+139+139', '+repage', 'drawn.png');
        $this->tool('convert', 'print.jpg', '-crop', '400x400+100+100', '+repage', 'own.png');
        self::assertLessThan(0.02, (float) $this->tool('convert', 'own.png', 'drawn.png', '-metric', 'RMSE', '-compare', '-format', '%[distortion]', 'info:'));
    }

    public function test_a_strip_has_the_print_s_own_pixels_at_their_true_size(): void
    {
        // 500 × 400 mm at 100 ppi: 277 mm of a sheet are printed, which is 1,090 px; 60 mm are 236.
        $this->tool('convert', '-size', '1969x1575', 'plasma:navy-orange', '-seed', '3', '-units', 'PixelsPerInch', '-density', '100', '-quality', '100', 'print.jpg');
        foreach ([[['--strip'], 440, 670], [['--strip=60mm', '--at=1,0.25'], 879, 276]] as [$how, $x, $y]) {
            $process = $this->snugfit('tile', 'print.jpg', 'strip.pdf', ...$how);
            self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
            self::assertMatchesRegularExpression('/Page size:\s+841\.8\d+ x 595\.2\d+ pts \(A4\)/', $this->tool('pdfinfo', 'strip.pdf'));
            $this->tool('pdfimages', '-all', 'strip.pdf', 's');
            self::assertSame('1090x236', $this->tool('identify', '-format', '%wx%h', 's-000.jpg'));
            self::assertLessThan(0.018, (float) $this->tool('convert', '(', 'print.jpg', '-crop', "1090x236+$x+$y", '+repage', ')', 's-000.jpg', '-metric', 'RMSE', '-compare', '-format', '%[distortion]', 'info:'));
            self::assertStringContainsString('at its true size', $this->tool('pdftotext', 'strip.pdf', '-'));
        }
        self::assertSame(1, $this->snugfit('tile', 'print.jpg', 'strip.pdf', '--strip', '--at=2,0')->getExitCode());
        self::assertSame(3, $this->snugfit('tile', 'print.jpg', 'strip.pdf', '--strip', '--margin=120mm')->getExitCode());
    }

    public function test_what_cannot_be_laid_out_is_refused(): void
    {
        $this->tool('convert', '-size', '900x600', 'xc:navy', '-units', 'PixelsPerInch', '-density', '5', 'huge.jpg');
        $process = $this->snugfit('tile', 'huge.jpg', 'x.pdf', '--paper=105x148mm');
        self::assertSame(3, $process->getExitCode());
        self::assertStringContainsString('Choose larger paper', $process->getErrorOutput());
        foreach ([['x.pdf', '--margin=100mm'], ['x.pdf', '--overlap=120mm']] as $wrong) {
            self::assertSame(3, $this->snugfit('tile', 'huge.jpg', ...$wrong)->getExitCode());
        }
        foreach ([['x.png'], ['x.pdf', '--paper=none'], ['x.pdf', '--margin=wide']] as $wrong) {
            self::assertSame(1, $this->snugfit('tile', 'huge.jpg', ...$wrong)->getExitCode());
        }
        self::assertFileDoesNotExist($this->folder.'/x.pdf');
    }
}
