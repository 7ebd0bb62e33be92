<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Delivery;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Delivery\ExternalFilePreflight;
use Snugfit\Core\Delivery\PdfBoxes;
use Snugfit\Core\Delivery\Preflight;
use Snugfit\Core\Delivery\PreflightFinding;
use Snugfit\Core\Delivery\PrintFileFacts;
use Snugfit\Core\Delivery\PrintQualityMeasures;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Output\Compression;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Output\ImpossibleOutput;
use Snugfit\Core\Output\OutputColour;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Output\RenderingIntent;
use Snugfit\Core\Output\SizeLimit;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductJson;
use Snugfit\Core\Recipe\PdfPage;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\RecipeBuilder;
use Snugfit\Core\Recipe\RenderOptions;
use Snugfit\Tests\Facts;

/** Formats, profiles, page boxes and size limits, by hand-worked cases. */
final class ContainersTest extends TestCase
{
    public function test_page_boxes_by_hand(): void
    {
        // A5 with 3 mm all round: 154 × 216 mm are 436.535 × 612.283 pt; the trim begins 8.504 pt in.
        $page = new PdfPage(PrintSize::millimetres(148, 210), Bleed::all(Length::millimetres(3)));
        self::assertEqualsWithDelta([0, 0, 436.535, 612.283], $page->mediaBox(), 0.001);
        self::assertSame($page->mediaBox(), $page->bleedBox());
        self::assertEqualsWithDelta([8.504, 8.504, 428.031, 603.780], $page->trimBox(), 0.001);
        self::assertSame([], $page->marks());

        // Marks take 8 mm more on each side, 22.677 pt.
        $marked = new PdfPage($page->trim, $page->bleed, true);
        self::assertEqualsWithDelta([0, 0, 481.890, 657.638], $marked->mediaBox(), 0.001);
        self::assertEqualsWithDelta([22.677, 22.677, 459.213, 634.961], $marked->bleedBox(), 0.001);
        self::assertCount(8, $marked->marks());
        [$left, $bottom, $right, $top] = $marked->trimBox();
        foreach ($marked->marks() as [$x1, $y1, $x2, $y2]) {
            // Each is 5 mm long, lies on a line of the trim, and outside of the bleed.
            self::assertEqualsWithDelta(5 * 72 / 25.4, hypot($x2 - $x1, $y2 - $y1), 1e-6);
            self::assertTrue($x1 === $x2 ? \in_array($x1, [$left, $right], true) : \in_array($y1, [$bottom, $top], true));
            foreach ([[$x1, $y1], [$x2, $y2]] as [$x, $y]) {
                self::assertTrue($x <= 22.678 || $x >= 459.212 || $y <= 22.678 || $y >= 634.960);
            }
        }
        self::assertEquals($marked, PdfPage::fromRecord(JsonReader::decode((string) json_encode($marked->toArray()), 'a page')));
    }

    public function test_uneven_bleed_lies_on_its_side(): void
    {
        // Top 1, right 2, bottom 3, left 4 inches round 10 × 20.
        $page = new PdfPage(PrintSize::inches(10, 20), new Bleed(...array_map(static fn (int $side): Length => Length::inches($side), [1, 2, 3, 4])));
        self::assertEqualsWithDelta([0, 0, 16 * 72, 24 * 72], $page->bleedBox(), 1e-6);
        self::assertEqualsWithDelta([4 * 72, 3 * 72, 14 * 72, 23 * 72], $page->trimBox(), 1e-6);
    }

    /** @return iterable<array{string, int}> */
    public static function sizes(): iterable
    {
        yield ['8000000', 8_000_000];
        yield ['8MB', 8_000_000];
        yield ['1.5 MB', 1_500_000];
        yield ['1,5 mb', 1_500_000];
        yield ['800 kB', 800_000];
        yield ['2 MiB', 2_097_152];
        yield ['1G', 1_000_000_000];
        yield ['512 bytes', 512];
    }

    #[DataProvider('sizes')]
    public function test_file_sizes_as_people_write_them(string $text, int $bytes): void
    {
        self::assertSame($bytes, SizeLimit::parseBytes($text));
    }

    public function test_what_is_no_size_is_refused(): void
    {
        foreach ([static fn () => SizeLimit::parseBytes('big'), static fn () => new SizeLimit(0), static fn () => new SizeLimit(1000, 0)] as $impossible) {
            try {
                $impossible();
                self::fail();
            } catch (ImpossibleOutput $e) {
                self::assertNotSame('', $e->getMessage());
            }
        }
    }

    public function test_formats_take_what_they_can_hold(): void
    {
        $takes = static fn (FileFormat $format): string => implode(' ', array_map(static fn (Profile $profile): string => $profile->value, array_filter(Profile::cases(), $format->takes(...))));
        self::assertSame(['srgb wide-rgb coated grey', 'srgb wide-rgb grey', 'srgb wide-rgb'], array_map($takes, [FileFormat::Tiff, FileFormat::Png, FileFormat::Webp]));
        self::assertSame([true, false, false, true, true], array_map(static fn (FileFormat $format): bool => $format->isLossy(), FileFormat::cases()));
        foreach (['CMYK' => Profile::Coated, 'AdobeRGB' => Profile::Wide, 'gray' => Profile::Grey, ' srgb ' => Profile::Srgb, 'neon' => null] as $name => $profile) {
            self::assertSame($profile, Profile::named((string) $name));
        }
        self::assertTrue(Profile::Wide->isDescribedBy('compatible with Adobe RGB (1998)'));
        self::assertFalse(Profile::Srgb->isDescribedBy('FOGRA39L Coated'));
        foreach (['PSO Coated v3' => true, 'ISO Coated v2 (ECI)' => true, 'ISOcoated_v2_eci' => true, 'PSO Uncoated v3 (FOGRA52)' => false, 'ISOuncoated' => false] as $description => $is) {
            self::assertSame($is, Profile::Coated->isDescribedBy($description), $description);
        }
    }

    public function test_a_recipe_holds_how_it_is_delivered_and_leaves_out_what_is_as_usual(): void
    {
        $product = new Product('x', 'x', PrintSize::inches(6, 4), Bleed::all(Length::of(0.125, Unit::Inch)), Ppi::of(300), Ppi::of(240), OrientationRule::Either, [FileFormat::Png, FileFormat::Pdf], maxBytes: 5_000_000, colour: new OutputColour(Profile::Coated, RenderingIntent::Perceptual));
        $facts = Facts::of(4000, 3000);
        $placement = (new PlacementPlanner())->plan($facts->artwork(Kind::Photo), $product, PlacementRequest::none());
        $recipe = (new RecipeBuilder())->recipeFor($placement, $facts, new RenderOptions(maxBytes: 9_000_000, quality: 90, compression: Compression::Deflate, cutMarks: true));
        self::assertSame(FileFormat::Pdf, $recipe->write->format, 'the first of the product\'s formats that holds inks');
        self::assertSame([5_000_000, 80, 90], [$recipe->write->limit?->bytes, $recipe->write->limit?->leastQuality, $recipe->write->quality]);
        self::assertTrue($recipe->write->page?->cutMarks);
        self::assertSame(Compression::Lzw, $recipe->write->compression, 'a choice for TIFF makes no PDF anew');
        self::assertEquals($recipe, Recipe::fromJson($recipe->canonicalJson()));
        $usual = (new RecipeBuilder())->recipeFor((new PlacementPlanner())->plan($facts->artwork(), Catalogue::standard()->product('a4'), PlacementRequest::none()), $facts);
        foreach (['colour', 'compression', 'limit', 'page', 'finish', 'area'] as $word) {
            self::assertStringNotContainsString('"'.$word.'"', $usual->canonicalJson());
        }
        $json = new ProductJson();
        self::assertEquals($product, $json->read(JsonReader::of($json->write($product), 'a product')));
    }

    /** @return iterable<string, array{array<string, mixed>, list<string>}> */
    public static function foreign(): iterable
    {
        yield 'as the product wants it' => [[], []];
        yield 'lying, where either way is fine' => [['size' => new PixelSize(1800, 1200)], []];
        yield 'a pixel off in proportion' => [['size' => new PixelSize(1200, 1801), 'ppiDown' => 300.17], []];
        yield 'fine enough at 250' => [['size' => new PixelSize(1000, 1500), 'ppiAcross' => 250.0, 'ppiDown' => 250.0], []];
        yield 'under the floor' => [['size' => new PixelSize(800, 1200), 'ppiAcross' => 200.0, 'ppiDown' => 200.0], ['Pixels']];
        yield 'stretched' => [['size' => new PixelSize(1200, 1750)], ['Proportions', 'ppi tag']];
        yield 'tagged 72' => [['ppiAcross' => 72.0, 'ppiDown' => 72.0], ['ppi tag']];
        yield 'a PDF with another trim' => [['format' => FileFormat::Pdf, 'boxes' => new PdfBoxes([0, 0, 288, 432], [0, 0, 288, 432], [9, 9, 279, 423], 2)], ['Trim box', 'Pages']];
        yield 'a PDF without boxes' => [['format' => FileFormat::Pdf], ['Page boxes']];
        yield '32 bits' => [['bits' => 32], ['Depth']];
    }

    /**
     * @param array<string, mixed> $fault
     * @param list<string>         $named
     */
    #[DataProvider('foreign')]
    public function test_a_file_from_elsewhere_is_held_against_the_product(array $fault, array $named): void
    {
        $right = ['format' => FileFormat::Jpeg, 'size' => new PixelSize(1200, 1800), 'ppiAcross' => 300.0, 'ppiDown' => 300.0, 'profile' => 'sRGB IEC61966-2.1', 'channels' => 3, 'transparent' => false, 'bits' => 8, 'bytes' => 900_000, 'complete' => true, 'sha256' => ''];
        /** @var array{format: ?FileFormat, size: PixelSize, ppiAcross: float, ppiDown: float, profile: ?string, channels: int, transparent: bool, bits: int, bytes: int, complete: bool, sha256: string, boxes?: PdfBoxes} $facts */
        $facts = [...$right, ...$fault];
        $product = new Product('x', 'x', PrintSize::inches(4, 6), Bleed::none(), Ppi::of(300), Ppi::of(240), formats: [FileFormat::Jpeg, FileFormat::Pdf]);
        $findings = (new ExternalFilePreflight())->check($product, new PrintFileFacts(...$facts));
        self::assertSame($named, array_map(static fn (PreflightFinding $finding): string => $finding->subject, Preflight::failures($findings)));
    }

    public function test_a_product_that_may_not_turn_refuses_a_lying_file(): void
    {
        $product = new Product('x', 'x', PrintSize::inches(4, 6), Bleed::none(), Ppi::of(300), Ppi::of(240), OrientationRule::Portrait);
        $file = new PrintFileFacts(FileFormat::Jpeg, new PixelSize(1800, 1200), 300, 300, 'sRGB', 3, false, 8, 1000, true, '');
        self::assertContains('Proportions', array_map(static fn (PreflightFinding $finding): string => $finding->subject, Preflight::failures((new ExternalFilePreflight())->check($product, $file))));
    }

    public function test_what_was_found_travels_as_a_record(): void
    {
        $facts = (new PrintFileFacts(FileFormat::Pdf, new PixelSize(10, 20), 300, 300, null, 4, false, 8, 1000, true, 'x', new PdfBoxes([0, 0, 10, 20], [1, 1, 9, 19], [2, 2, 8, 18])))->with(new PrintQualityMeasures(0.9, 0.0, 12.5));
        self::assertEquals($facts, PrintFileFacts::fromRecord(JsonReader::decode((string) json_encode($facts->toArray()), 'facts')));
        self::assertEqualsWithDelta([6 * 25.4 / 72, 16 * 25.4 / 72], PdfBoxes::millimetres([2, 2, 8, 18]), 1e-9);
    }
}
