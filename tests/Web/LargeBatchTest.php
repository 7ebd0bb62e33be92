<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use Snugfit\Core\Artwork\ColourModel;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\Repository\PrintFileRepository;
use Snugfit\Tests\Shop\ShopTestCase;

/** A batch whose lists are longer than a page, and whose run is more than is worked out while a page waits. */
final class LargeBatchTest extends ShopTestCase
{
    private const ARTWORKS = 130;
    private const PRODUCTS = 25;

    private Batch $large;

    protected function setUp(): void
    {
        parent::setUp();
        $codes = array_map(strval(...), \array_slice(array_keys(Catalogue::standard()->products), 0, self::PRODUCTS));
        $this->large = $this->batch($codes, 'Large');
        for ($i = 1; $i <= self::ARTWORKS; ++$i) {
            $hash = hash('sha256', (string) $i);
            $artwork = new BatchArtwork($this->large, \sprintf('picture-%04d.jpg', $i), '', $hash);
            $artwork->wasRead(new MasterFacts(MasterFormat::Jpeg, new PixelSize(3000, 2000), 1, $hash, ColourModel::Rgb, 8, null, false, 300.0, 1, 1, Kind::Photo));
            $this->entities()->persist($artwork);
        }
        $this->entities()->flush();
    }

    public function test_intake_is_paged_and_an_act_reaches_the_second_page(): void
    {
        $id = $this->large->id();
        $page = $this->browser->request('GET', "/batches/$id/intake");
        self::assertSame([100, '130 artworks'], [$page->filter('.artwork')->count(), $page->filter('.list-head b')->text()]);
        $page = $this->browser->request('GET', "/batches/$id/intake?page=2");
        self::assertSame(30, $page->filter('.artwork')->count());
        self::assertSame(30, $this->browser->request('GET', "/batches/$id/intake/list?page=99")->filter('.artwork')->count(), 'beyond the end is the end');
        $last = $this->large->artworks()[self::ARTWORKS - 1]->id();
        $this->act("/batches/$id/artworks/remove", ['ids' => [$last]]);
        self::assertCount(self::ARTWORKS - 1, $this->again($this->large)->artworks());
    }

    public function test_a_run_starts_at_once_is_planned_beside_and_listed_by_pages(): void
    {
        $id = $this->large->id();
        $page = $this->browser->request('GET', "/batches/$id/run");
        self::assertSame(0, $page->filter('.names li')->count(), 'the page does not wait for what comes later');
        $later = (string) $page->filter('[data-url$="/run/outlook"]')->attr('data-url');
        self::assertGreaterThan(0, $this->browser->request('GET', $later)->filter('.names li')->count());

        $this->browser->request('POST', "/batches/$id/run", ['_token' => 'csrf-token'], server: ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseRedirects();
        self::assertStringContainsString('Working out', $this->browser->request('GET', "/batches/$id/run/state")->text());
        $this->work(['answers']);
        $run = $this->lastRun();
        $counts = $this->service(PrintFileRepository::class)->countByState($run);
        self::assertSame(self::ARTWORKS * self::PRODUCTS, array_sum($counts));
        self::assertGreaterThan(1000, $counts[PrintFileState::Waiting->value]);

        $state = $this->browser->request('GET', "/batches/$id/run/state");
        self::assertSame(30, $state->filter('tbody tr')->count());
        self::assertLessThan(20_000, \strlen((string) $this->browser->getResponse()->getContent()), 'it is asked for twice a second');
        $further = $this->browser->request('GET', "/batches/$id/run/state?page=2")->filter('tbody tr');
        self::assertSame(30, $further->count());
        self::assertNotSame($state->filter('tbody')->text(), $further->text());
    }

    public function test_a_cancelled_run_of_thousands_ends_and_all_of_it_can_be_tried_again(): void
    {
        $id = $this->large->id();
        $this->browser->request('POST', "/batches/$id/run", ['_token' => 'csrf-token'], server: ['HTTP_ORIGIN' => 'http://localhost']);
        $this->work(['answers']);
        $run = $this->lastRun();
        foreach (['cancel', 'retry'] as $act) {
            $this->browser->request('POST', "/runs/{$run->id()}/$act", ['_token' => 'csrf-token'], server: ['HTTP_ORIGIN' => 'http://localhost']);
            $this->entities()->clear();
            'cancel' !== $act || $this->work(['press', 'answers']);
        }
        $run = $this->lastRun();
        $counts = $this->service(PrintFileRepository::class)->countByState($run);
        self::assertArrayNotHasKey(PrintFileState::Cancelled->value, $counts);
        self::assertGreaterThan(1000, $counts[PrintFileState::Waiting->value]);
    }

    private function lastRun(): PrintRun
    {
        return $this->deliveries()->lastRun($this->again($this->large)) ?? throw new \LogicException();
    }
}
