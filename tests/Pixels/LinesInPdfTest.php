<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Delivery\Preflight;
use Snugfit\Core\Delivery\PreflightFinding;
use Snugfit\Core\Delivery\PrintFileFacts;
use Snugfit\Core\Delivery\PrintQualityMeasures;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\PrintLayout;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Lettering\Lettered;
use Snugfit\Core\Lettering\LetteredLine;
use Snugfit\Core\Lettering\OutlinePlace;
use Snugfit\Core\Lettering\VectorPath;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\Mount;
use Snugfit\Core\Recipe\PdfPage;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Job\MakePrintHandler;
use Snugfit\Pixels\PrintFileMaker;
use Snugfit\Pixels\PrintFileReader;
use Snugfit\Pixels\PrintMeasurer;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Reading\DecodedMasters;
use Snugfit\Pixels\Reading\Master;

/** Drawings that stay lines in PDF print files: they lie where their pixels would, by poppler's word. */
final class LinesInPdfTest extends PixelTestCase
{
    private const DRAWING = '<svg xmlns="http://www.w3.org/2000/svg" width="360" height="240"><defs><linearGradient id="g"><stop offset="0" stop-color="#d03020"/><stop offset="1" stop-color="#2040c0"/></linearGradient></defs>'
        .'<rect x="12" y="10" width="150" height="90" fill="url(#g)"/><path d="M200 40h120l-60 150z" fill="#106030"/><circle cx="110" cy="160" r="52" fill="#e0a100" fill-opacity=".6"/><text x="24" y="224" font-size="42" font-family="DejaVu Sans">Fog bell</text></svg>';

    /** @return iterable<string, array{string, ImageTransform, ?Mount, ?PixelWindow, string}> */
    public static function prints(): iterable
    {
        $colour = new Mount(new PixelSize(460, 340), new PrintLayout(new PixelWindow(30, 40, 400, 260), EdgeFill::Colour, '204060'));
        yield 'upright' => ['svg', ImageTransform::upright(), null, null, 'ffffff'];
        yield 'on a ground of its own' => ['svg', ImageTransform::upright(), null, null, 'f0d0a0'];
        yield 'mirrored, a quarter turned' => ['svg', new ImageTransform(QuarterTurn::Right, true), null, null, 'ffffff'];
        yield 'upside down' => ['svg', new ImageTransform(QuarterTurn::Half), null, null, 'ffffff'];
        yield 'turned left and tilted' => ['svg', new ImageTransform(QuarterTurn::Left, false, 9.0), null, null, 'ffffff'];
        yield 'with a border' => ['svg', ImageTransform::upright(), $colour, null, 'ffffff'];
        yield 'a piece of one with a border' => ['svg', new ImageTransform(tilt: -4.0), $colour, new PixelWindow(0, 0, 250, 340), 'ffffff'];
        yield 'of a PDF' => ['pdf', ImageTransform::upright(), null, null, 'ffffff'];
        yield 'of a PDF whose page is cropped and turned' => ['turned.pdf', ImageTransform::upright(), null, null, 'ffffff'];
        yield 'of an EPS' => ['eps', ImageTransform::upright(), null, null, 'ffffff'];
    }

    #[DataProvider('prints')]
    public function test_lines_lie_where_their_pixels_would(string $of, ImageTransform $transform, ?Mount $mount, ?PixelWindow $piece, string $matte): void
    {
        $master = $this->master($of);
        $recipe = fn (FileFormat $format): Recipe => $this->drawn($master, $format, $transform, $mount, $piece, $matte);
        PrintFileMaker::in($this->folder.'/work')->make($master, $recipe(FileFormat::Png), $this->folder.'/pixels.png');
        foreach (['lines', 'again'] as $name) {
            PrintFileMaker::in($this->folder.'/work')->make($master, $recipe(FileFormat::Pdf), $this->folder."/$name.pdf");
        }
        self::assertFileEquals($this->folder.'/lines.pdf', $this->folder.'/again.pdf');
        self::assertSame(2, substr_count($this->tool('pdfimages', '-list', 'lines.pdf'), "\n") + (str_ends_with($this->tool('pdfimages', '-list', 'lines.pdf'), "\n") ? 0 : 1), 'two lines of a head, and no picture');
        $size = $recipe(FileFormat::Pdf)->size();
        $seen = (new PrintFileReader())->inPicture($this->folder.'/lines.pdf', fn (string $picture): string => $this->tool('convert', $picture, '-depth', '8', $this->folder.'/lines.png'));
        self::assertSame('', $seen);
        self::assertSame("{$size->width}x{$size->height}", $this->tool('identify', '-format', '%wx%h', 'lines.png'));
        // Edges are smoothed in two ways: and pixels begin at whole ones: blurred, both are the same.
        $apart = (float) $this->tool('convert', 'pixels.png', 'lines.png', '-blur', '0x1.2', '-metric', 'RMSE', '-compare', '-format', '%[distortion]', 'info:');
        self::assertLessThan(0.035, $apart);

        $facts = $this->found($master, $recipe(FileFormat::Pdf));
        self::assertSame([], array_map(static fn (PreflightFinding $one): string => $one->sentence(), Preflight::failures((new Preflight())->check($recipe(FileFormat::Pdf), $facts, null))));
        self::assertEqualsWithDelta(200.0, $facts->ppiAcross, 0.5);
        $other = $this->drawn($master, FileFormat::Pdf, new ImageTransform(QuarterTurn::Half === $transform->turn ? QuarterTurn::None : QuarterTurn::Half, $transform->flip), $mount, $piece, $matte);
        self::assertNotSame([], Preflight::failures((new Preflight())->check($other, $this->found($master, $other), null)), 'one that stands on its head is told');
    }

    public function test_words_lie_on_lines_and_are_missed_where_they_are_not(): void
    {
        $master = $this->master('svg');
        $bar = new LetteredLine('I', new VectorPath('MLLLZ', [150.0, 30.0, 250.0, 30.0, 250.0, 90.0, 150.0, 90.0]), new OutlinePlace(1000, 0, 0), 'e02020', 0.0, '000000');
        $plain = $this->drawn($master, FileFormat::Pdf, ImageTransform::upright(), null, null, 'ffffff');
        $lettered = new Recipe($plain->frame, $plain->enlarge, $plain->write, lettering: new Lettered([$bar]));
        PrintFileMaker::in($this->folder.'/work')->make($master, $lettered, $this->folder.'/lines.pdf');
        $this->tool('pdftoppm', '-r', '200', '-png', '-singlefile', 'lines.pdf', 'page');
        self::assertSame('srgb(224,32,32)', $this->tool('convert', 'page.png', '-crop', '1x1+200+60', '-format', '%[pixel:p{0,0}]', 'info:'));
        $failures = fn (Recipe $recipe): array => array_map(static fn (PreflightFinding $one): string => $one->subject, Preflight::failures((new Preflight())->check($recipe, $this->found($master, $recipe), null)));
        self::assertSame([], $failures($lettered));
        PrintFileMaker::in($this->folder.'/work')->make($master, $plain, $this->folder.'/lines.pdf');
        self::assertContains('Words', $failures($lettered));
    }

    private function master(string $of): Master
    {
        file_put_contents($this->folder.'/drawing.svg', self::DRAWING);
        if ('svg' !== $of) {
            $this->tool('rsvg-convert', '--format='.(str_ends_with($of, 'pdf') ? 'pdf' : 'eps'), '--output=drawing.'.$of, 'drawing.svg');
        }
        if ('turned.pdf' === $of) {
            // A page says what of it is shown, and which way up.
            $this->tool('sh', '-c', 'sed -i "s~/MediaBox \\[ 0 0 270 180 \\]~/MediaBox [ 0 0 270 180 ] /CropBox [ 9 6 261 174 ] /Rotate 270~" drawing.turned.pdf');
        }

        return (new DecodedMasters($this->folder.'/decoded'))->open($this->folder.'/drawing.'.$of);
    }

    private function drawn(Master $master, FileFormat $format, ImageTransform $transform, ?Mount $mount, ?PixelWindow $piece, string $matte): Recipe
    {
        $picture = $master->size();
        $posed = $transform->size($picture);
        [$width, $height] = [(int) ($posed->width * 0.7), (int) ($posed->height * 0.68)];
        $crop = new PixelWindow((int) ($posed->width * 0.12), (int) ($posed->height * 0.2), $width, $height);
        $to = $mount->layout->part ?? null;
        $size = $to?->size() ?? new PixelSize(400, (int) round(400 * $height / $width));
        $file = $piece?->size() ?? ($mount->canvas ?? $size);
        $page = new PdfPage(PrintSize::inches($file->width / 200 - 0.2, $file->height / 200 - 0.2), Bleed::all(Length::inches(0.1)), false);
        $write = new Write($format, Ppi::of(200), 8, false, $matte, page: FileFormat::Pdf === $format ? $page : null, lines: FileFormat::Pdf === $format);
        $whole = new Recipe(new Frame($picture, $crop, $transform), new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), $size), $write, $mount);

        return null === $piece ? $whole : $whole->cutTo($piece, $page);
    }

    private function found(Master $master, Recipe $recipe): PrintFileFacts
    {
        $path = $this->folder.'/lines.pdf';
        $measurer = new PrintMeasurer(new PrintRenderer($this->folder.'/work'));
        $measures = (new PrintFileReader())->inStored($path, static fn (string $file): PrintQualityMeasures => $measurer->measure($master, $recipe, $file));

        return (new PrintFileReader())->read($path)->with(MakePrintHandler::withWords($measures, $recipe, $path));
    }
}
