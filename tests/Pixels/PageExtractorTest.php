<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use Snugfit\Core\FailureReason;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Reading\MasterReader;
use Snugfit\Pixels\Reading\PageExtractor;
use Snugfit\Pixels\Reading\UnreadableMaster;
use Symfony\Component\Process\Process;

/** Witnesses: ImageMagick writes the TIFF of three pages, Ghostscript the PDF; poppler's pdfinfo and pdfimages read what comes of it. */
final class PageExtractorTest extends PixelTestCase
{
    public function test_a_page_of_a_tiff_keeps_its_pixels_and_depth(): void
    {
        $tiff = $this->folder.'/in.tif';
        (new Process(['convert', '-depth', '16', '-size', '40x30', 'xc:red', '-size', '50x60', 'gradient:', '-size', '20x20', 'xc:blue', $tiff]))->mustRun();
        $master = Master::open($tiff);
        self::assertSame(3, (new MasterReader())->read($master)->pages);
        PageExtractor::extract($master, 2, $this->folder.'/2.tif');
        $facts = (new MasterReader())->read(Master::open($this->folder.'/2.tif'));
        self::assertEquals([new PixelSize(50, 60), 16, 1], [$facts->size, $facts->bits, $facts->pages]);
        $compare = new Process(['compare', '-metric', 'AE', $tiff.'[1]', $this->folder.'/2.tif', 'null:']);
        $compare->run();
        self::assertSame('0', trim($compare->getErrorOutput()));
    }

    public function test_a_page_of_a_pdf_stays_lines(): void
    {
        file_put_contents($this->folder.'/in.ps', "%!PS\n<< /PageSize [200 100] >> setpagedevice 1 0 0 setrgbcolor 0 0 200 100 rectfill showpage\n<< /PageSize [100 300] >> setpagedevice 0 0 1 setrgbcolor 0 0 100 300 rectfill showpage\n");
        // A name that a tool could take for a pattern.
        $pdf = $this->folder.'/100%d sure.pdf';
        (new Process(['gs', '-q', '-sDEVICE=pdfwrite', '-o', str_replace('%', '%%', $pdf), $this->folder.'/in.ps']))->mustRun();
        PageExtractor::extract(Master::open($pdf), 2, $this->folder.'/a %d page.pdf');
        $info = new Process(['pdfinfo', $this->folder.'/a %d page.pdf']);
        $info->mustRun();
        self::assertMatchesRegularExpression('/Pages:\s+1\n.*Page size:\s+100 x 300 pts/s', $info->getOutput());
        self::assertEquals(new PixelSize(1365, 4096), Master::open($this->folder.'/a %d page.pdf')->size());
    }

    public function test_what_has_no_such_page_is_told(): void
    {
        $this->picture(new PixelSize(10, 10))->save('png', $this->folder.'/a.png', []);
        $this->picture(new PixelSize(10, 10))->save('tiff', $this->folder.'/a.tif', []);
        foreach (['a.png' => FailureReason::Impossible, 'a.tif' => FailureReason::Damaged] as $name => $reason) {
            try {
                PageExtractor::extract(Master::open($this->folder.'/'.$name), 2, $this->folder.'/out');
                self::fail('It was taken.');
            } catch (UnreadableMaster $e) {
                self::assertSame($reason, $e->reason());
            }
        }
    }
}
