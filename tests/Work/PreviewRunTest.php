<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work;

use Snugfit\Core\Delivery\ManifestPreview;
use Snugfit\Core\Scene\FrameChoice;
use Snugfit\Core\Scene\HungScene;
use Snugfit\Core\Scene\PreviewFormat;
use Snugfit\Core\Scene\PreviewSize;
use Snugfit\Core\Scene\Rail;
use Snugfit\Core\Scene\SceneLook;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PreviewState;
use Snugfit\Shop\FileStore;
use Snugfit\Shop\Repository\PrintPreviewRepository;
use Snugfit\Tests\Shop\ShopTestCase;
use Snugfit\Work\Preview\PreviewScheduler;
use Snugfit\Work\Queue\HeldWork;
use Snugfit\Work\Run\Reconciler;

/** Previews come with a run, beside the print files, and again only where they show something else. */
final class PreviewRunTest extends ShopTestCase
{
    private Batch $shop;

    protected function setUp(): void
    {
        parent::setUp();
        $this->shop = $this->batch(['5x7', 'mug']);
        $this->give($this->shop, 'harbour.png', 2640, 1760);
    }

    public function test_a_run_makes_what_hangs_and_the_manifest_tells(): void
    {
        $this->hang(new HungScene('close', '5x7'), new HungScene('mug', 'mug'), new HungScene('mug', '5x7'));
        $this->press($this->shop);
        $previews = $this->previews();
        // A print of 5 × 7 in does not go round a mug: that one is not even begun.
        self::assertSame(['previews/harbour-5x7-close.webp', 'previews/harbour-mug-mug.webp'], array_column($previews, 'path'));
        foreach ($previews as $one) {
            $key = $this->deliveries()->key($this->shop, $one->path);
            self::assertSame($one->sha256, $this->service(FileStore::class)->sha256($key));
            self::assertSame(400, $one->width);
        }
        $manifest = (string) file_get_contents($this->deliveries()->folderPath($this->shop).'/manifest.json');
        self::assertStringContainsString('previews/harbour-mug-mug.webp', $manifest);
    }

    public function test_only_what_shows_something_else_is_made_again_and_what_comes_down_goes(): void
    {
        $this->hang(new HungScene('close', '5x7'), new HungScene('mug', 'mug'));
        $this->press($this->shop);
        $before = $this->written();
        $this->hang(new HungScene('close', '5x7', new SceneLook(FrameChoice::Walnut)), new HungScene('mug', 'mug'));
        $this->order();
        $after = $this->written();
        self::assertNotSame($before['previews/harbour-5x7-close.webp'], $after['previews/harbour-5x7-close.webp'], 'another frame');
        self::assertSame($before['previews/harbour-mug-mug.webp'], $after['previews/harbour-mug-mug.webp']);
        $this->hang(new HungScene('mug', 'mug'));
        $this->order();
        self::assertSame(['previews/harbour-mug-mug.webp'], array_column($this->previews(), 'path'));
        self::assertFileDoesNotExist($this->deliveries()->folderPath($this->shop).'/previews/harbour-5x7-close.webp');
    }

    public function test_another_name_moves_what_is_there(): void
    {
        $this->hang(new HungScene('mug', 'mug'));
        $this->press($this->shop);
        $before = $this->written()['previews/harbour-mug-mug.webp'];
        $this->hang(new HungScene('mug', 'mug'), '{scene}-of-{artwork}');
        $this->order();
        self::assertSame(['previews/mug-of-harbour.webp' => $before], $this->written());
    }

    public function test_lost_work_is_ordered_again(): void
    {
        $this->press($this->shop);
        $this->hang(new HungScene('mug', 'mug'));
        $this->service(PreviewScheduler::class)->orderNow($this->shop);
        self::assertCount(1, $this->service(HeldWork::class)->previews());
        // As if the queue had been thrown away.
        foreach ($this->lane('heavy')->get() as $envelope) {
            $this->lane('heavy')->ack($envelope);
        }
        self::assertSame([], $this->service(HeldWork::class)->previews());
        $this->service(Reconciler::class)->reconcile();
        $this->work();
        self::assertCount(1, $this->previews());
    }

    public function test_what_cannot_be_shown_says_so_and_nothing_else_is_lost(): void
    {
        $this->hang(new HungScene('close', '5x7', new SceneLook(FrameChoice::Gilt, \Snugfit\Core\Measure\Length::millimetres(900))), new HungScene('mug', 'mug'));
        $this->press($this->shop);
        self::assertSame(['previews/harbour-mug-mug.webp'], array_column($this->previews(), 'path'));
        $all = $this->service(PrintPreviewRepository::class)->ofBatch($this->again($this->shop));
        $failed = array_values(array_filter($all, static fn ($one): bool => PreviewState::Failed === $one->state()));
        self::assertCount(1, $failed);
        self::assertStringContainsString('too large for "Close to the wall"', (string) $failed[0]->reason());
        self::assertSame([$failed[0]->reason()], $this->service(PrintPreviewRepository::class)->reasons($this->shop));
    }

    private function hang(HungScene $first, HungScene|string ...$more): void
    {
        $template = Rail::TEMPLATE;
        $hung = [$first];
        foreach ($more as $one) {
            \is_string($one) ? $template = $one : $hung[] = $one;
        }
        $this->shop = $this->again($this->shop);
        $this->shop->settle($this->shop->settings()->showing(new Rail($hung, new PreviewSize(400), PreviewFormat::Webp, $template)));
        $this->entities()->flush();
    }

    private function order(): void
    {
        $this->service(PreviewScheduler::class)->orderNow($this->shop);
        $this->work();
    }

    /** @return list<ManifestPreview> */
    private function previews(): array
    {
        $this->shop = $this->again($this->shop);
        $previews = $this->deliveries()->manifest($this->shop)->previews;
        usort($previews, static fn (ManifestPreview $a, ManifestPreview $b): int => $a->path <=> $b->path);

        return $previews;
    }

    /** @return array<string, string> SHA-256 by path */
    private function written(): array
    {
        return array_column($this->previews(), 'sha256', 'path');
    }
}
