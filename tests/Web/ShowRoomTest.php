<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Scene\FrameChoice;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\RoundSurface;
use Snugfit\Core\Scene\SceneKind;
use Snugfit\Core\Scene\SceneLook;
use Snugfit\Pixels\Scene\SceneFolder;
use Snugfit\Pixels\Scene\SceneRenderer;
use Snugfit\Pixels\Scene\SceneShelf;
use Snugfit\Pixels\Scene\ShownPrint;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Tests\Shop\ShopTestCase;
use Snugfit\Web\Show\OwnScenes;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\Process\Process;

/** The show room: what is shown stands in the address, what hangs is kept and can be undone, and a photo becomes a scene. */
final class ShowRoomTest extends ShopTestCase
{
    private Batch $shop;
    private BatchArtwork $artwork;

    protected function setUp(): void
    {
        parent::setUp();
        $this->shop = $this->batch(['8x12', '5x7', 'mug']);
        $this->artwork = $this->give($this->shop, 'harbour.png', 2640, 1760);
    }

    public function test_a_print_is_shown_with_its_figures_and_the_scenes_that_take_it(): void
    {
        $page = $this->browser->request('GET', $this->address('8x12', '?scene=chair'));
        self::assertResponseIsSuccessful();
        self::assertSame('Reading chair', $page->filter('.show-docket h2')->text());
        self::assertStringContainsString('12 × 8 in', $page->filter('.show-docket')->text());
        self::assertStringContainsString('1 px = 1.45 mm', $page->filter('.show-docket')->text());
        self::assertStringContainsString('have no room for it', $page->filter('.rail')->text());
        self::assertCount(0, $page->filter('.rail-part.hung .rail-scene'));
        $this->browser->request('GET', $page->filter('img[data-scene]')->attr('src') ?? '');
        self::assertResponseIsSuccessful();
        self::assertResponseHeaderSame('Content-Type', 'image/jpeg');
        $page = $this->browser->request('GET', $this->address('mug'));
        self::assertSame('Mug', $page->filter('.show-docket h2')->text());
        $this->browser->request('GET', $this->address('8x12', '/suits?scene=sofa'));
        self::assertStringContainsString('The picture is', (string) $this->browser->getResponse()->getContent());
    }

    public function test_what_is_short_or_does_not_fit_says_so(): void
    {
        $small = $this->give($this->shop, 'small.png', 90, 60);
        $page = $this->browser->request('GET', "/batches/{$this->shop->id()}/show/{$small->id()}/8x12");
        self::assertResponseIsSuccessful();
        self::assertStringContainsString('No print to show', $page->filter('.show-side')->text());
        $this->browser->request('GET', $this->address('8x12', '/preview.jpg?scene=mug&width=400'));
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('too large for "Mug"', (string) $this->browser->getResponse()->getContent());
        foreach (['scene=moon' => 404, 'scene=..%2Fsofa' => 404, 'scene=sofa&width=9' => 422] as $query => $status) {
            $this->browser->request('GET', $this->address('8x12', '/preview.jpg?'.$query));
            self::assertResponseStatusCodeSame($status);
        }
    }

    public function test_scenes_are_hung_for_one_and_for_all_and_undone(): void
    {
        $this->act($this->address('8x12', '?scene=chair&frame=oak&wall=c4d1d3'), ['act' => 'hang']);
        self::assertResponseIsSuccessful();
        $hung = $this->again($this->shop)->settings()->rail->find('chair', '8x12');
        self::assertSame([FrameChoice::Oak, 'c4d1d3'], [$hung?->look->frame, $hung?->look->wall]);
        $this->act($this->address('8x12', '?scene=close'), ['act' => 'hang-all']);
        self::assertSame(['5x7', '8x12'], $this->again($this->shop)->settings()->rail->products('close'));
        $page = $this->browser->request('GET', $this->address('8x12'));
        self::assertCount(2, $page->filter('.rail-part.hung .rail-scene'));
        self::assertSame('2 scenes', $page->filter('.line .here small')->text());
        // It opens as it hangs.
        self::assertSame('oak', $page->filter('#frame option[selected]')->attr('value'));
        $this->act($this->address('8x12', '?scene=close'), ['act' => 'take-down']);
        self::assertSame(['5x7'], $this->again($this->shop)->settings()->rail->products('close'));
        $this->act($this->address('8x12', '?scene=sofa'), ['act' => 'write', 'width' => '3,000 px', 'format' => 'png', 'name' => '{artwork} in {scene}']);
        $rail = $this->again($this->shop)->settings()->rail;
        self::assertSame([3000, 'png', '{artwork} in {scene}'], [$rail->size->width, $rail->format->value, $rail->template]);
        foreach ([['act' => 'write', 'width' => '90'], ['act' => 'write', 'width' => '2000', 'name' => '{nonsense}'], ['act' => 'paint']] as $wrong) {
            $this->act($this->address('8x12', '?scene=sofa'), $wrong);
            self::assertResponseStatusCodeSame(422);
        }
        $this->browser->request('POST', "/batches/{$this->shop->id()}/undo", server: self::OURS);
        self::assertSame(2000, $this->again($this->shop)->settings()->rail->size->width);
    }

    public function test_previews_of_what_is_delivered_come_to_the_parcel(): void
    {
        $this->shop->chooseProducts(['mug']);
        $this->entities()->flush();
        $this->press($this->shop);
        $this->act($this->address('mug', '?scene=mug'), ['act' => 'hang']);
        $this->act($this->address('mug', '/made'), []);
        $page = $this->browser->request('GET', $this->address('mug'));
        self::assertSame('0 of 1 made', $page->filter('.line .here small')->text());
        $this->work();
        $page = $this->browser->request('GET', "/batches/{$this->shop->id()}/parcels");
        self::assertSame('harbour-mug-mug.jpg', $page->filter('.preview-grid span')->text());
        $this->browser->request('GET', $page->filter('.preview-grid img')->attr('src') ?? '');
        self::assertInstanceOf(BinaryFileResponse::class, $this->browser->getResponse());
        self::assertResponseHeaderSame('Content-Type', 'image/jpeg');
    }

    public function test_all_sizes_hang_on_one_wall(): void
    {
        $address = "/batches/{$this->shop->id()}/guide/{$this->artwork->id()}";
        $page = $this->browser->request('GET', $address);
        self::assertResponseIsSuccessful();
        self::assertSame(['5 × 7 in', '8 × 12 in'], $page->filter('.guide-sizes [aria-pressed="true"]')->each(static fn ($one): string => $one->text()), 'no mug');
        foreach (['?width=500', '?width=500&framed=1', '?width=500&what=pair', '?width=500&sizes=5x7'] as $query) {
            $this->browser->request('GET', $address.'/guide.jpg'.$query);
            self::assertResponseIsSuccessful($query);
        }
        $this->browser->request('GET', $address.'/guide.jpg?sizes=mug');
        self::assertResponseStatusCodeSame(422);
    }

    public function test_a_photo_becomes_a_scene_that_is_given_on_and_taken_in(): void
    {
        $this->send(SceneFolder::SHIPPED.'/hall/'.SceneFolder::PLATE, 'Window seat.jpg');
        self::assertResponseRedirects('/scenes/own-window-seat');
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('A sheet in the photo', $page->text());
        $said = ['name' => 'Window seat', 'corners' => [[0.4, 0.3], [0.6, 0.3], [0.6, 0.6], [0.4, 0.6]], 'width' => '90 cm', 'light' => 'right'];
        $this->act('/scenes/own-window-seat', $said + ['front' => [['points' => [[50000, 45000]], 'radius' => 2000]]]);
        self::assertResponseStatusCodeSame(204);
        $scene = $this->service(SceneShelf::class)->of('own-window-seat');
        // 480 of 2,400 px are 90 cm.
        self::assertEqualsWithDelta(900 / 480, $scene->scene->millimetresPerPixel(2400), 0.01);
        $cover = $scene->picture(SceneFolder::COVER);
        self::assertSame(0.0, $cover->crop(new PixelWindow(1200, 720, 1, 1))->average(), 'painted over');
        $this->browser->request('GET', $this->address('8x12', '/preview.jpg?scene=own-window-seat&width=500'));
        self::assertResponseIsSuccessful();
        foreach ([['width' => ''], ['width' => 'wide'], ['corners' => [[0.4, 0.3], [0.6, 0.6], [0.6, 0.3], [0.4, 0.6]]], ['corners' => []], ['name' => '']] as $wrong) {
            $this->act('/scenes/own-window-seat', $wrong + $said);
            self::assertResponseStatusCodeSame(422, json_encode($wrong, \JSON_THROW_ON_ERROR));
        }

        $this->browser->request('GET', '/scenes/own-window-seat.zip');
        self::assertResponseIsSuccessful();
        $zip = $this->data.'/tmp/given.zip';
        file_put_contents($zip, (string) $this->browser->getResponse()->getContent());
        $this->send($zip, 'given.zip');
        self::assertResponseRedirects('/scenes');
        self::assertEquals($scene->scene->surfaces, $this->service(SceneShelf::class)->of('own-window-seat-2')->scene->surfaces);
        $this->act($this->address('8x12', '?scene=own-window-seat-2'), ['act' => 'hang']);
        self::assertResponseIsSuccessful();
        $this->browser->request('POST', '/scenes/own-window-seat-2/delete', server: self::OURS);
        self::assertStringContainsString('Take it down there first', (string) $this->browser->getResponse()->getContent());
        self::assertArrayHasKey('own-window-seat-2', $this->service(SceneShelf::class)->all());
        $this->act($this->address('8x12', '?scene=own-window-seat-2'), ['act' => 'take-down']);
        $this->browser->request('POST', '/scenes/own-window-seat-2/delete', server: self::OURS);
        self::assertArrayNotHasKey('own-window-seat-2', $this->service(SceneShelf::class)->all());
        foreach (['/scenes/sofa', '/scenes/none', '/scenes/sofa.zip'] as $none) {
            $this->browser->request('GET', $none);
            self::assertResponseStatusCodeSame(404);
        }
    }

    public function test_what_is_no_photo_and_no_scene_is_refused_with_a_sentence(): void
    {
        file_put_contents($this->data.'/tmp/no.jpg', 'no photo');
        $this->send($this->data.'/tmp/no.jpg', 'no.jpg');
        self::assertResponseStatusCodeSame(422);
        file_put_contents($this->data.'/tmp/no.zip', 'no archive');
        $this->send($this->data.'/tmp/no.zip', 'no.zip');
        self::assertStringContainsString('The file is no ZIP.', (string) $this->browser->getResponse()->getContent());
        $zip = new \ZipArchive();
        $zip->open($this->data.'/tmp/half.zip', \ZipArchive::CREATE);
        $zip->addFromString('scene.json', '{}');
        $zip->addFromString('../../escaped.txt', 'out');
        $zip->close();
        $this->send($this->data.'/tmp/half.zip', 'half.zip');
        self::assertStringContainsString('has no plate.jpg in it', (string) $this->browser->getResponse()->getContent());
        foreach (['shirt' => ['plate.jpg' => 'no picture'], 'mug' => ['light.jpg' => 'no picture'], 'tote' => ['map.png' => null]] as $scene => $spoilt) {
            $zip->open($this->data."/tmp/$scene.zip", \ZipArchive::CREATE);
            foreach (glob(SceneFolder::SHIPPED."/$scene/*") ?: [] as $part) {
                $zip->addFromString(basename($part), (string) file_get_contents($part));
            }
            foreach ($spoilt as $name => $contents) {
                self::assertNotFalse($zip->locateName($name), $name);
                null === $contents ? $zip->deleteName($name) : $zip->addFromString($name, $contents);
            }
            $zip->close();
            $this->send($this->data."/tmp/$scene.zip", $scene.'.zip');
            self::assertResponseStatusCodeSame(422);
            self::assertStringContainsString(array_key_first($spoilt), (string) $this->browser->getResponse()->getContent());
        }
        self::assertSame([], array_filter($this->service(SceneShelf::class)->all(), static fn (SceneFolder $one): bool => str_starts_with($one->scene->code, 'own')));
        self::assertSame([], glob($this->service(OwnScenes::class)->path('*'), \GLOB_ONLYDIR) ?: []);
        self::assertFileDoesNotExist($this->data.'/escaped.txt');
    }

    public function test_cloth_and_cups_in_photos_become_scenes_with_a_mask_and_a_shade_map(): void
    {
        // A pale cloth from 300 to 900 px across, with a fold of half its light down its middle.
        $draw = fn (string $name, string ...$how): string => $this->drawn($name, '-size', '1200x800', ...$how);
        $photo = $draw('flag.png', 'xc:#204060', '-fill', '#d8d0c0', '-draw', 'rectangle 300,100 900,700', '-fill', '#9c968a', '-draw', 'rectangle 560,100 640,700', '-blur', '0x6');
        $mask = $draw('mask.png', 'xc:black', '-fill', 'white', '-draw', 'rectangle 300,100 900,700');
        $this->send($photo, 'Flag.png');
        self::assertResponseRedirects('/scenes/own-flag');
        $said = ['name' => 'Flag', 'corners' => [[0.25, 0.125], [0.75, 0.125], [0.75, 0.875], [0.25, 0.875]], 'width' => '30 cm', 'height' => '30 cm', 'kind' => 'apparel'];
        $give = function (string $part, ?string $path): void {
            $files = null === $path ? [] : ['file' => new UploadedFile($path, basename($path), test: true)];
            $this->browser->request('POST', "/scenes/own-flag/$part", files: $files, server: self::OURS);
        };
        $give('mask', $mask);
        self::assertResponseStatusCodeSame(204);
        $this->act('/scenes/own-flag', $said);
        self::assertResponseStatusCodeSame(204);
        $folder = $this->service(SceneShelf::class)->of('own-flag');
        self::assertSame(['apparel', SceneKind::Cloth], [$folder->scene->madeFor, $folder->scene->kind]);
        self::assertMatchesRegularExpression('/^(d|c)[0-9a-f](d|c)[0-9a-f](b|c)[0-9a-f]$/', $folder->scene->colour ?? '', 'of the cloth, without what lies round it');
        self::assertEqualsWithDelta([300.0, 300.0], [$folder->scene->surfaces[0]->area()->width->inMillimetres(), 1200 * $folder->scene->millimetresPerPixel(1200) * 600 / 1200], 0.5);

        // A red print of 20 × 30 cm hangs from the middle of the upper edge: 400 px wide, darker in the fold, and nowhere beside.
        $preview = $this->preview($folder, PrintSize::millimetres(200, 280), '#ff0000');
        self::assertEqualsWithDelta([400, 560], $this->extent($preview, 1200 / $preview->size()->width), 12.0);
        $red = static fn (int $x, int $y): float => $preview->crop(new PixelWindow($x, $y, 8, 8))->extractBands(0, 1)->average();
        self::assertGreaterThan($red(596, 300) + 25, $red(480, 300));
        self::assertLessThan(60, $red(450, 60), 'above the cloth');

        $give('shade', $draw('even.png', 'xc:white'));
        $this->act('/scenes/own-flag', $said);
        $even = $this->preview($this->service(SceneShelf::class)->of('own-flag'), PrintSize::millimetres(200, 280), '#ff0000');
        self::assertEqualsWithDelta(0, $even->crop(new PixelWindow(596, 300, 8, 8))->extractBands(0, 1)->average() - $even->crop(new PixelWindow(480, 300, 8, 8))->extractBands(0, 1)->average(), 2.0, 'the shade map has no fold');
        $give('shade', null);
        self::assertResponseStatusCodeSame(204);
        $give('mask', $draw('wide.png', '-extent', '1200x500', 'xc:white'));
        $this->act('/scenes/own-flag', $said);
        self::assertResponseStatusCodeSame(422);
        $give('mask', __FILE__);
        self::assertResponseStatusCodeSame(422, 'no picture');
        $give('photo', $mask);
        self::assertResponseStatusCodeSame(404);
        $give('mask', null);

        $this->act('/scenes/own-flag', ['kind' => 'mug', 'width' => '8 cm', 'above' => '12°', 'turned' => '-20'] + $said);
        self::assertResponseStatusCodeSame(204);
        $cup = $this->service(SceneShelf::class)->of('own-flag')->scene->surfaces[0];
        self::assertInstanceOf(RoundSurface::class, $cup);
        self::assertSame([40.0, -20.0], [$cup->radius->inMillimetres(), $cup->facing]);
        $this->browser->request('GET', $this->address('mug', '/preview.jpg?scene=own-flag&width=500'));
        self::assertResponseIsSuccessful();
        $this->act('/scenes/own-flag', ['kind' => 'mug', 'above' => 'steep'] + $said);
        self::assertResponseStatusCodeSame(422);
    }

    private function drawn(string $name, string ...$how): string
    {
        $path = $this->data.'/tmp/'.$name;
        (new Process(['convert', ...$how, $path]))->mustRun();

        return $path;
    }

    private function preview(SceneFolder $folder, PrintSize $size, string $colour): Image
    {
        $print = Image::load('png', $this->drawn('print.png', '-size', '800x1120', 'xc:'.$colour));
        $product = new Product('front', 'Front', $size, Bleed::none(), Ppi::of(100), Ppi::of(100));

        return (new SceneRenderer())->render($folder, new SceneLook(), [new ShownPrint($print, PrintBody::of($product))], 1200)->copyToMemory();
    }

    /** @return array{int, int} how wide and high what is much more red than blue is, by its middle row and column */
    private function extent(Image $preview, float $times): array
    {
        $isRed = $preview->extractBands(0, 1)->linear(1.0, 0.0)->minus($preview->extractBands(2, 1))->isMoreThan(60)->copyToMemory();
        $size = $isRed->size();
        $row = $isRed->crop(new PixelWindow(0, intdiv($size->height, 2), $size->width, 1))->values();
        $column = $isRed->crop(new PixelWindow((int) (0.4 * $size->width), 0, 1, $size->height))->values();

        return [(int) round($times * array_sum($row) / 255), (int) round($times * array_sum($column) / 255)];
    }

    private function address(string $product, string $more = ''): string
    {
        return "/batches/{$this->shop->id()}/show/{$this->artwork->id()}/$product$more";
    }

    private function send(string $path, string $name): void
    {
        $copy = $this->data.'/tmp/upload-'.bin2hex(random_bytes(3));
        copy($path, $copy);
        $this->browser->request('POST', '/scenes', files: ['file' => new UploadedFile($copy, $name, test: true)], server: self::OURS);
    }
}
