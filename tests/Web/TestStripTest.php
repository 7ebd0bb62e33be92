<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\ReferenceImage;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\FileStore;
use Snugfit\Shop\Settings\EffectiveSettings;
use Snugfit\Shop\Undo\UndoHistory;
use Snugfit\Tests\Shop\ShopTestCase;
use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** The test strip: patches as they will be printed, and a way that is picked by looking. */
final class TestStripTest extends ShopTestCase
{
    /** What our own pages send with every act. */
    private Batch $shelved;
    private BatchArtwork $artwork;

    protected function setUp(): void
    {
        parent::setUp();
        $this->shelved = $this->batch(['5x7', '4x6', 'a0']);
        $this->artwork = $this->give($this->shelved, 'harbour.png', 900, 600);
    }

    public function test_columns_and_spots_come_from_the_address(): void
    {
        $page = $this->strip('?ways=lanczos,mending-25,nonsense&spots=0.5,0.5;2,2');
        self::assertSame(['source', 'Lanczos-3', 'mending 25%'], $page->filter('.strip thead th b')->each(static fn (Crawler $one): string => $one->text()));
        self::assertCount(1, $page->filter('[data-spot]'));
    }

    public function test_parts_are_painted_to_go_another_way_and_it_is_printed_and_taken_back(): void
    {
        $address = "/batches/{$this->shelved->id()}/strip/{$this->artwork->id()}/5x7";
        $this->act($address.'/area', ['way' => 'nearest', 'marks' => [['points' => [[5000, 5000]], 'radius' => 1500, 'away' => false]]]);
        self::assertResponseIsSuccessful();
        $page = $this->strip('');
        self::assertContains('as printed', $page->filter('.strip thead th b')->each(static fn (Crawler $one): string => $one->text()));
        foreach (['/area.png', '/patch.png?way=printed&x=0.5&y=0.5&w=64&h=64'] as $picture) {
            $this->browser->request('GET', $address.$picture);
            self::assertInstanceOf(BinaryFileResponse::class, $this->browser->getResponse());
        }
        $recipe = fn (): ?\Snugfit\Core\Upscale\UpscaleRegion => $this->again($this->shelved)->artworks()[0]->settings()->region;
        self::assertSame('nearest', $recipe()?->settings->code());
        foreach ([['way' => 'magic', 'marks' => [['points' => [[1, 1]], 'radius' => 100]]], ['way' => 'nearest', 'marks' => [['radius' => 100]]], ['way' => 'nearest', 'marks' => 'all']] as $nonsense) {
            $this->act($address.'/area', $nonsense);
            self::assertResponseStatusCodeSame(422);
        }
        $this->browser->request('POST', "/batches/{$this->shelved->id()}/undo", server: self::OURS);
        self::assertNull($recipe());
    }

    public function test_a_patch_is_made_at_the_prints_own_pixels(): void
    {
        $this->browser->request('GET', $this->path('/patch.png?way=faithful&x=0.5&y=0.5&w=120&h=90'));
        self::assertResponseIsSuccessful();
        $path = $this->data.'/patch.png';
        $response = $this->browser->getResponse();
        self::assertInstanceOf(BinaryFileResponse::class, $response);
        copy($response->getFile()->getPathname(), $path);
        self::assertSame([120, 90], \array_slice((array) getimagesize($path), 0, 2));
        foreach (['way=magic&x=0.5&y=0.5' => 404, 'way=faithful&x=0.5&y=7' => 404] as $query => $status) {
            $this->browser->request('GET', $this->path('/patch.png?w=120&h=120&'.$query));
            self::assertResponseStatusCodeSame($status);
        }
    }

    public function test_the_large_view_answers_its_own_pixels_at_once_and_every_scale_once_all_is_made(): void
    {
        $page = $this->browser->request('GET', $this->path('/large?ways=lanczos,nonsense,nearest,drawn,faithful&scale=99'));
        self::assertSame(['lanczos', 'nearest', 'drawn'], $page->filter('.pane')->each(static fn (Crawler $one): string => (string) $one->attr('data-way')), 'three at most');
        self::assertSame('8', $page->filter('[data-large]')->attr('data-scale'));
        // 2100 × 1500 px: scale 12 has the print's own pixels.
        foreach (['/large/12/0_0.png?way=lanczos' => 200, '/large/12/4_2.png?way=lanczos' => 200, '/large/12/5_0.png?way=lanczos' => 404, '/large/11/0_0.png?way=lanczos' => 404, '/large/12/0_0.png?way=magic' => 404] as $tile => $status) {
            $this->browser->request('GET', $this->path($tile));
            self::assertResponseStatusCodeSame($status, $tile);
        }
        $before = $this->tile('/large/12/4_2.png?way=lanczos');
        $this->browser->request('POST', $this->path('/large/whole'), ['way' => 'lanczos'], server: self::OURS);
        $lines = array_filter(explode("\n", $this->browser->getInternalResponse()->getContent()));
        self::assertSame('{"done":1}', end($lines));
        self::assertSame($before, $this->tile('/large/12/4_2.png?way=lanczos'), 'the same pixels as before');
        $this->browser->request('GET', $this->path('/large/11/0_0.png?way=lanczos'));
        self::assertResponseIsSuccessful();
        self::assertSame('1', $this->browser->request('GET', $this->path('/large?ways=lanczos,nearest'))->filter('.pane')->first()->attr('data-whole'));
        $this->browser->request('POST', $this->path('/large/whole'), ['way' => 'magic'], server: self::OURS);
        self::assertResponseStatusCodeSame(404);
    }

    public function test_likeness_is_measured_where_there_is_a_full_size(): void
    {
        $this->browser->request('GET', $this->path('/likeness?way=lanczos&x=0.5&y=0.5&w=100&h=100'));
        self::assertResponseStatusCodeSame(404);
        // The same picture, enlarged in blocks by somebody.
        $this->picture(900, 600)->repeatPixels(3)->save('png', $this->data.'/tmp/full.png', []);
        $reference = ReferenceImage::of('full.png', $this->service(FileStore::class)->keepMaster($this->data.'/tmp/full.png'), new PixelSize(2700, 1800), new PixelSize(900, 600));
        $this->artwork->compareWith($reference);
        $this->entities()->flush();
        self::assertStringContainsString('full.png', $this->strip('')->filter('.strip-reference')->text());
        $measured = function (string $query): JsonReader {
            $this->browser->request('GET', $this->path('/likeness?'.$query));
            self::assertResponseIsSuccessful();

            return JsonReader::decode((string) $this->browser->getResponse()->getContent(), 'a likeness');
        };
        $blocks = $measured('way=nearest&x=0.5&y=0.5&w=100&h=100');
        $smooth = $measured('way=mitchell&x=0.5&y=0.5&w=100&h=100');
        self::assertGreaterThan($smooth->float('ssim'), $blocks->float('ssim'));
        self::assertGreaterThan(0.9, $measured('way=nearest')->float('ssim'), 'all of it');
        $this->browser->request('GET', $this->path('/patch.png?way=reference&x=0.5&y=0.5&w=64&h=64'));
        self::assertInstanceOf(BinaryFileResponse::class, $this->browser->getResponse());
        $this->browser->request('POST', $this->path('/reference'), server: self::OURS);
        self::assertNull($this->again($this->shelved)->artworks()[0]->reference());
        $this->browser->request('POST', "/batches/{$this->shelved->id()}/undo", server: self::OURS);
        self::assertNotNull($this->again($this->shelved)->artworks()[0]->reference());
    }

    private function tile(string $tile): string
    {
        $this->browser->request('GET', $this->path($tile));
        $response = $this->browser->getResponse();
        self::assertInstanceOf(BinaryFileResponse::class, $response);

        return Image::load('png', $response->getFile()->getPathname())->bytes();
    }

    public function test_a_short_placement_says_so(): void
    {
        $small = $this->give($this->shelved, 'small.png', 300, 200);
        $page = $this->browser->request('GET', "/batches/{$this->shelved->id()}/strip/{$small->id()}/a0");
        self::assertStringContainsString('Short on A0', $page->filter('main')->text());
    }

    public function test_a_way_is_picked_for_a_picture_a_kind_or_a_product_and_taken_back(): void
    {
        $other = $this->give($this->shelved, 'bell.png', 901, 601);
        $this->choose('mending', 'picture');
        self::assertSame(['mending', 'mending', null], [$this->how($this->artwork, '5x7'), $this->how($this->artwork, '4x6'), $this->how($other, '5x7')]);
        $this->choose('lanczos', 'product');
        self::assertSame(['lanczos', 'mending'], [$this->how($this->artwork, '5x7'), $this->how($this->artwork, '4x6')]);
        $this->choose('drawn-best', 'kind');
        self::assertSame(['lanczos', 'drawn-best', 'drawn-best'], [$this->how($this->artwork, '5x7'), $this->how($this->artwork, '4x6'), $this->how($other, '5x7')]);
        self::assertSame('Chose drawn, best for every '.$this->artwork->kind()->label(), $this->service(UndoHistory::class)->undo($this->again($this->shelved)));
        self::assertSame(['mending', null], [$this->how($this->artwork, '4x6'), $this->how($other, '5x7')]);
        $this->choose('', 'picture');
        self::assertNull($this->how($this->artwork, '4x6'));
    }

    public function test_what_is_picked_is_what_is_printed(): void
    {
        $this->artwork->correctKind(Kind::Photo);
        $this->choose('mitchell', 'picture');
        $batch = $this->again($this->shelved);
        $this->press($batch);
        $ways = array_map(static fn ($file): ?string => $file->recipe()?->enlarge->settings->code(), array_values($this->deliveries()->latest($batch)));
        self::assertSame(['mitchell', 'mitchell'], $ways);
    }

    private function strip(string $query): Crawler
    {
        return $this->browser->request('GET', $this->path($query));
    }

    private function path(string $more): string
    {
        return "/batches/{$this->shelved->id()}/strip/{$this->artwork->id()}/5x7$more";
    }

    private function choose(string $way, string $for): void
    {
        $this->browser->request('POST', $this->path(''), ['way' => $way, 'for' => $for], server: self::OURS);
        self::assertResponseRedirects();
    }

    private function how(BatchArtwork $artwork, string $product): ?string
    {
        foreach ($this->service(BatchPlanner::class)->stream($this->again($this->shelved)) as $placed) {
            if ($placed->artwork->id() === $artwork->id() && $placed->product->code === $product) {
                return EffectiveSettings::of($placed->artwork, $placed->product)->upscaleSettings()?->code();
            }
        }
        self::fail('There is no such placement.');
    }
}
