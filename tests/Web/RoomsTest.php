<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;
use Snugfit\Shop\Repository\ProductRepository;
use Snugfit\Tests\Shop\ShopTestCase;
use Symfony\Component\DomCrawler\Crawler;

/** What rooms answer, beyond what the browser tests click through. */
final class RoomsTest extends ShopTestCase
{
    public function test_a_tried_framing_is_planned_and_not_kept(): void
    {
        $batch = $this->batch(['12x12']);
        $artwork = $this->give($batch, 'wide.png', 900, 600);
        $address = "/batches/{$batch->id()}/framing/{$artwork->id()}/12x12";
        $this->browser->request('GET', $address.'/try?x=0&y=0&zoom=2');
        self::assertSame([0, 0, 300, 300], $this->crop());
        $page = $this->browser->request('GET', $address);
        self::assertStringContainsString('600 × 600', $page->filter('[data-figure=crop]')->text());

        $this->browser->request('POST', $address, ['x' => '0', 'y' => '0', 'zoom' => '2'], server: self::OURS);
        self::assertResponseIsSuccessful();
        $page = $this->browser->request('GET', $address);
        self::assertStringContainsString('from 0, 0', $page->filter('[data-figure=crop] small')->text());
        self::assertStringContainsString('Framed by hand', $page->filter('.state')->text());
    }

    /** @return iterable<string, array{array<string, string>}> */
    public static function nonsense(): iterable
    {
        yield 'beyond the picture' => [['x' => '-7', 'y' => '99', 'zoom' => '1']];
        yield 'far too near' => [['x' => '0.5', 'y' => '0.5', 'zoom' => '1e9']];
        yield 'words' => [['x' => 'left', 'y' => '', 'zoom' => 'NAN', 'orientation' => 'diagonal']];
        yield 'wider than the picture' => [['x' => '.5', 'y' => '.5', 'zoom' => '0']];
    }

    /** @param array<string, string> $wish */
    #[DataProvider('nonsense')]
    public function test_a_nonsensical_framing_stays_inside_the_picture(array $wish): void
    {
        $batch = $this->batch(['12x12']);
        $artwork = $this->give($batch, 'wide.png', 900, 600);
        $this->browser->request('GET', "/batches/{$batch->id()}/framing/{$artwork->id()}/12x12/try?".http_build_query($wish));
        [$x, $y, $width, $height] = $this->crop();
        self::assertTrue($x >= 0 && $y >= 0 && $width >= 1 && $width === $height && $x + $width <= 900 && $y + $height <= 600);
    }

    /** @return array{int, int, int, int} the window that the room draws */
    private function crop(): array
    {
        $drawn = (string) $this->browser->getCrawler()->filter('[data-layout]')->attr('data-layout');
        $crop = JsonReader::decode($drawn, 'a stage')->record('crop');

        return [$crop->int('x'), $crop->int('y'), $crop->int('width'), $crop->int('height')];
    }

    /** @return iterable<string, array{mixed}> */
    public static function badBoxes(): iterable
    {
        yield 'outside' => [[[0.5, 0.5, 0.6, 0.1]]];
        yield 'empty' => [[[0.5, 0.5, 0, 0.1]]];
        yield 'three numbers' => [[[0.5, 0.5, 0.1]]];
        yield 'words' => [[['left', 'top', 'all', 'all']]];
        yield 'a text' => ['everything'];
        yield 'none' => [null];
    }

    #[DataProvider('badBoxes')]
    public function test_a_nonsensical_keep_box_is_refused_and_nothing_is_kept(mixed $boxes): void
    {
        $batch = $this->batch(['12x12']);
        $artwork = $this->give($batch, 'wide.png', 900, 600);
        $page = $this->act("/batches/{$batch->id()}/framing/{$artwork->id()}/12x12/keep-boxes", ['boxes' => $boxes]);
        self::assertResponseStatusCodeSame(422);
        self::assertMatchesRegularExpression('/is not a box inside the picture|Reload the page/', $page->filter('[data-sentence]')->text());
        self::assertSame([], $this->again($batch)->artworks()[0]->keepBoxes());
    }

    public function test_an_artwork_of_another_batch_is_not_framed_here(): void
    {
        $artwork = $this->give($this->batch(['12x12']), 'wide.png', 900, 600);
        $this->browser->request('GET', "/batches/{$this->batch()->id()}/framing/{$artwork->id()}/12x12");
        self::assertResponseStatusCodeSame(404);
    }

    public function test_a_nearly_equal_picture_is_told_and_the_warning_can_be_dismissed(): void
    {
        $batch = $this->batch();
        $this->picture(900, 600)->blur(3)->save('png', $this->data.'/tmp/one.png', []);
        $bytes = (string) file_get_contents($this->data.'/tmp/one.png');
        $this->give($batch, 'one.png', 1, 1, bytes: $bytes);
        \Snugfit\Pixels\Vips\Image::load('png', $this->data.'/tmp/one.png')->resize(new \Snugfit\Core\Measure\PixelSize(450, 300), \Snugfit\Pixels\Vips\Kernel::Lanczos)->save('png', $this->data.'/tmp/half.png', []);
        $half = $this->give($batch, 'half.png', 1, 1, bytes: (string) file_get_contents($this->data.'/tmp/half.png'));
        $page = $this->browser->request('GET', "/batches/{$batch->id()}/intake");
        self::assertStringContainsString('Nearly the same picture as "One"', $page->filter(".artwork[data-artwork='{$half->id()}'] .warnings")->text());
        $this->browser->request('POST', "/batches/{$batch->id()}/artworks/{$half->id()}/dismiss", ['code' => 'alike'], server: self::OURS);
        $page = $this->browser->followRedirect();
        self::assertStringNotContainsString('Nearly the same', $page->filter('.artworks')->text());
    }

    public function test_the_sheet_as_a_table_keeps_formulas_texts(): void
    {
        $batch = $this->batch(['12x12']);
        $this->give($batch, '=1+1,"x".png', 900, 600);
        $this->browser->request('GET', "/batches/{$batch->id()}/fit.csv");
        $lines = array_map(static fn (string $line): array => str_getcsv($line, escape: ''), explode("\r\n", trim((string) $this->browser->getResponse()->getContent())));
        self::assertCount(2, $lines);
        self::assertSame("'=1+1,\"x\".png", array_combine(array_map(strval(...), $lines[0]), $lines[1])['artwork']);
    }

    public function test_the_sheet_finds_and_filters(): void
    {
        $batch = $this->batch(['4x6', 'a0']);
        $this->give($batch, 'harbour.png', 600, 400);
        $this->give($batch, 'bell.png', 1800, 1200, 'posters');
        $rows = fn (string $query): int => $this->browser->request('GET', "/batches/{$batch->id()}/fit?$query")->filter('tbody th.art')->count();
        self::assertSame([2, 1, 1, 0], [$rows(''), $rows('find=BELL'), $rows('find=posters/'), $rows('find=whale')]);
        $page = $this->browser->request('GET', "/batches/{$batch->id()}/fit?verdict=short");
        self::assertSame(['1', '1'], [$page->filter('.cell.short:not(.dim)')->count().'', trim($page->filter('[data-chip=short] b')->text())]);
    }

    public function test_rows_stand_by_the_figures_of_one_product(): void
    {
        $batch = $this->batch(['12x12', '24x36']);
        // On a square the wide one has 900 px for 12 in, the other 1,000; on 2 : 3 it has 1,350 for 36 in, the other 1,000.
        $this->give($batch, 'wide.png', 3000, 900);
        $this->give($batch, 'square.png', 1000, 1000);
        $names = fn (string $query): array => $this->browser->request('GET', "/batches/{$batch->id()}/fit?$query")->filter('.art-text b')->each(static fn (Crawler $name): string => $name->text());
        self::assertSame(['Square', 'Wide'], $names('order=least-ppi&on=24x36'));
        self::assertSame(['Wide', 'Square'], $names('order=least-ppi&on=12x12'));
        self::assertSame(['Wide', 'Square'], $names('order=most-lost&on=12x12'));
    }

    public function test_a_placement_left_out_is_not_made(): void
    {
        $batch = $this->batch(['4x6', '5x7']);
        $artwork = $this->give($batch, 'harbour.png', 900, 600);
        $this->browser->request('POST', "/batches/{$batch->id()}/fit/act", ['act' => 'leave-out', 'cells' => ["{$artwork->id()}:5x7"]], server: self::OURS);
        $row = $this->browser->request('GET', "/batches/{$batch->id()}/fit/rows?only={$artwork->id()}");
        self::assertSame(['Left out'], $row->filter('.cell.out .word')->each(static fn (Crawler $word): string => trim($word->text())));
        $batch = $this->again($batch);
        $this->press($batch);
        self::assertCount(1, $this->deliveries()->latest($batch));
    }

    public function test_a_product_is_shown_in_the_persons_unit_and_kept_without_loss(): void
    {
        foreach (['in', 'mm', 'cm'] as $unit) {
            $this->browser->request('POST', "/unit/$unit", server: self::OURS);
            foreach (['a4', 'mug', 'apparel-front', 'canvas-16x20', 'sticker', 'poster-24x36'] as $code) {
                $before = $this->product($code);
                $this->browser->request('GET', "/shelf/$code");
                $this->browser->submitForm('Save', serverParameters: self::OURS);
                self::assertResponseRedirects("/shelf#$code", message: "$code in $unit");
                $after = $this->product($code);
                self::assertEquals([$before->trim, $before->bleed, $before->safeMargin, $before->viewingDistance, $before->target, $before->limit, $before->rule], [$after->trim, $after->bleed, $after->safeMargin, $after->viewingDistance, $after->target, $after->limit, $after->rule]);
                self::assertEqualsWithDelta($before->floor->value, $after->floor->value, 0.01);
                self::assertSame($before->formats[0], $after->formats[0]);
            }
        }
    }

    public function test_a_new_product_is_added_as_it_was_written(): void
    {
        $this->browser->request('GET', '/shelf/new');
        $this->browser->submitForm('Save', [
            'product[name]' => 'Tea towel', 'product[code]' => 'tea-towel', 'product[group]' => 'Small gifts', 'product[trim]' => '48 x 74cm', 'product[bleed]' => '3mm; 4mm; 5mm; 6mm',
            'product[target]' => '200', 'product[distance]' => '36"', 'product[orientation]' => 'portrait', 'product[usual]' => 'tiff', 'product[limit]' => '5',
        ], serverParameters: self::OURS);
        self::assertResponseRedirects('/shelf#tea-towel');
        $product = $this->product('tea-towel');
        self::assertSame([480.0, 740.0, 3.0, 4.0, 5.0, 6.0], array_map(static fn ($length): float => $length->inMillimetres(), [$product->trim->width, $product->trim->height, $product->bleed->top, $product->bleed->right, $product->bleed->bottom, $product->bleed->left]));
        self::assertSame([OrientationRule::Portrait, FileFormat::Tiff, 5.0, 200.0], [$product->rule, $product->formats[0], $product->limit, $product->target->value]);
        self::assertEqualsWithDelta(3438 / 36, $product->floor->value, 1e-9, 'what the eye resolves from there');
    }

    /** @return iterable<string, array{array<string, string>, string}> what is wrong, and in which field it is said */
    public static function wrongFields(): iterable
    {
        yield 'no name' => [['product[name]' => ' '], 'name'];
        yield 'a code with blanks' => [['product[code]' => 'Tea Towel'], 'code'];
        yield 'a code that is taken' => [['product[code]' => 'a4'], 'code'];
        yield 'a size that is none' => [['product[trim]' => 'large'], 'trim'];
        yield 'a size of nothing' => [['product[trim]' => '0 x 5in'], 'trim'];
        yield 'three bleeds' => [['product[bleed]' => '1mm; 2mm; 3mm'], 'bleed'];
        yield 'ppi in words' => [['product[target]' => 'fine'], 'target'];
        yield 'a floor over the target' => [['product[floor]' => '301'], 'floor'];
        yield 'a limit beyond the extreme' => [['product[limit]' => '17'], 'limit'];
        yield 'a distance without meaning' => [['product[distance]' => 'across the room'], 'distance'];
    }

    /** @param array<string, string> $wrong */
    #[DataProvider('wrongFields')]
    public function test_a_wrong_field_is_told_and_nothing_is_kept(array $wrong, string $field): void
    {
        $count = \count($this->service(ProductRepository::class)->products());
        $this->browser->request('GET', '/shelf/new');
        $page = $this->browser->submitForm('Save', $wrong + ['product[name]' => 'Tea towel', 'product[code]' => 'tea-towel', 'product[trim]' => '48 x 74cm', 'product[bleed]' => '0mm', 'product[target]' => '300'], serverParameters: self::OURS);
        self::assertResponseStatusCodeSame(422);
        self::assertNotSame('', $page->filter("#hint-$field .brick")->text(''));
        self::assertSame($wrong["product[$field]"], $page->filter("[name='product[$field]']")->attr('value'), 'what was written is still there to be mended');
        self::assertCount($count, $this->service(ProductRepository::class)->products());
    }

    public function test_a_parcel_is_one_zip_with_the_files_and_the_manifest(): void
    {
        $batch = $this->batch(['4x6']);
        $this->give($batch, '#1 ünder "dusk".png', 900, 600, 'a/b');
        $this->press($batch);
        $this->browser->request('GET', "/batches/{$batch->id()}/parcel.zip");
        self::assertResponseHeaderSame('Content-Type', 'application/zip');
        file_put_contents($this->data.'/x.zip', $this->browser->getInternalResponse()->getContent());
        self::assertSame($this->browser->getResponse()->headers->get('Content-Length'), (string) filesize($this->data.'/x.zip'));
        $zip = new \ZipArchive();
        self::assertTrue($zip->open($this->data.'/x.zip', \ZipArchive::CHECKCONS));
        $names = array_map(static fn (int $i): string => (string) $zip->getNameIndex($i), range(0, $zip->count() - 1));
        self::assertSame(['a/b/1-ünder-dusk-4x6-1800x1200-300ppi.jpg', 'manifest.json', 'manifest.csv', 'proof-sheet.pdf'], $names);
        $file = array_values($this->deliveries()->latest($this->again($batch)))[0];
        self::assertSame($file->found()?->sha256, hash('sha256', (string) $zip->getFromIndex(0)));

        $this->browser->request('GET', "/print-files/{$file->id()}");
        self::assertResponseIsSuccessful();
        self::assertStringStartsWith('attachment; filename=', (string) $this->browser->getResponse()->headers->get('Content-Disposition'));
    }

    private function product(string $code): Product
    {
        return $this->service(ProductRepository::class)->byCode($code)?->product() ?? throw new \LogicException($code);
    }
}
