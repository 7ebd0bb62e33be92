<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Tests\Shop\ShopTestCase;
use Symfony\Component\Process\Process;

/** A design on apparel as nobody touched it, and as a person leaves it in the framing room. */
final class DefaultSittingTest extends ShopTestCase
{
    private Batch $shop;
    private BatchArtwork $artwork;

    protected function setUp(): void
    {
        parent::setUp();
        $this->shop = $this->batch(['apparel-pocket', '8x8']);
        $file = $this->data.'/tmp/badge.png';
        (new Process(['convert', '-size', '600x400', 'xc:none', '-fill', '#1d2840', '-draw', 'rectangle 100,100 399,249', 'PNG32:'.$file]))->mustRun();
        $this->artwork = $this->give($this->shop, 'badge.png', 0, 0, '', (string) file_get_contents($file));
    }

    public function test_a_design_lies_whole_at_the_top_and_its_margins_come_back_where_they_are_wanted(): void
    {
        self::assertEquals(new PixelWindow(100, 100, 300, 150), $this->placed()->placement->crop);
        self::assertEquals(new PixelWindow(0, 0, 1200, 600), $this->placed()->placement->output?->layout?->part);
        $page = $this->browser->request('GET', $this->room());
        self::assertSame('true', $page->filter('[data-name="sits-whole"]')->attr('aria-pressed'));
        self::assertSame('true', $page->filter('[data-name="margins-0"]')->attr('aria-pressed'));
        self::assertSame('transparent', $page->filter('#edge option[selected]')->attr('value'));
        self::assertStringContainsString('Hard to see on Navy, Black.', $page->text());

        $this->keep(['margins' => '1']);
        self::assertEquals(new PixelWindow(0, 0, 600, 400), $this->placed()->placement->crop);
        $this->keep(['margins' => '0', 'edge' => 'colour', 'colour' => '#a8332c']);
        self::assertSame(['a8332c', 300], [$this->placed()->placement->output?->layout?->colour, $this->placed()->placement->crop->width]);
        $this->keep(['sits' => 'fill', 'reset' => '1']);
        self::assertSame(400, $this->placed()->placement->crop->width, 'as large a square as there is');
    }

    public function test_what_is_framed_on_apparel_is_not_framed_on_paper_of_the_same_proportion(): void
    {
        $this->keep(['sits' => 'fill', 'reset' => '1']);
        $this->keep(['x' => '0.3', 'y' => '0.5', 'zoom' => '2']);
        $paper = array_values(array_filter($this->service(BatchPlanner::class)->products($this->shop), static fn ($one): bool => '8x8' === $one->code))[0];
        self::assertNull($this->service(BatchPlanner::class)->place($this->artwork, $paper)->effective->framing()->position);
    }

    /** @param array<string, string> $fields */
    private function keep(array $fields): void
    {
        $this->browser->request('POST', $this->room(), $fields, server: self::OURS);
        self::assertResponseIsSuccessful();
        $this->shop = $this->again($this->shop);
        $this->artwork = $this->shop->artworks()[0];
    }

    private function placed(): PlannedPlacement
    {
        $planner = $this->service(BatchPlanner::class);
        $pocket = array_values(array_filter($planner->products($this->shop), static fn ($one): bool => 'apparel-pocket' === $one->code))[0];

        return $planner->place($this->artwork, $pocket);
    }

    private function room(): string
    {
        return \sprintf('/batches/%d/framing/%d/apparel-pocket', $this->shop->id(), $this->artwork->id());
    }
}
