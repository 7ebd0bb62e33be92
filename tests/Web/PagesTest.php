<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Undo\RemovalChange;
use Snugfit\Tests\Shop\ShopTestCase;
use Symfony\Component\Process\Process;

/** A file of many pages becomes as many artworks where a person wants them. */
final class PagesTest extends ShopTestCase
{
    public function test_the_other_pages_are_taken_in_one_after_the_other_and_none_twice(): void
    {
        $batch = $this->batch(['4x6']);
        $tiff = $this->data.'/tmp/pages.tif';
        (new Process(['convert', '-size', '40x30', 'xc:red', '-size', '50x60', 'xc:green', '-size', '20x20', 'xc:blue', $tiff]))->mustRun();
        $artwork = $this->give($batch, 'Log book.tif', 0, 0, 'scans', (string) file_get_contents($tiff));
        $this->browser->request('GET', "/batches/{$batch->id()}/intake");
        self::assertAnySelectorTextContains('button', 'Take the other 2 in');
        self::assertSame([['page' => 2, 'missing' => 1], ['page' => 3, 'missing' => 0], ['page' => null, 'missing' => 0]], [$this->take($batch, $artwork), $this->take($batch, $artwork), $this->take($batch, $artwork)]);
        $this->work();
        self::assertEquals(['Log book, page 2.tif' => new PixelSize(50, 60), 'Log book, page 3.tif' => new PixelSize(20, 20), 'Log book.tif' => new PixelSize(40, 30)], $this->sizes($batch));
        self::assertSame(['scans'], array_values(array_unique(array_map(static fn (BatchArtwork $one): string => $one->folder(), $this->again($batch)->artworks()))));
        $this->browser->request('GET', "/batches/{$batch->id()}/intake");
        self::assertAnySelectorTextNotContains('button', 'Take the other');
        // One that was removed comes back.
        $second = array_values(array_filter($this->again($batch)->artworks(), static fn (BatchArtwork $one): bool => 'Log book, page 2.tif' === $one->fileName()))[0];
        $this->history()->apply($this->again($batch), 'Removed', RemovalChange::of($second, true));
        self::assertSame(['page' => 2, 'missing' => 0], $this->take($batch, $artwork));
        self::assertCount(3, $this->sizes($batch));
    }

    public function test_a_file_of_one_page_has_no_others(): void
    {
        $batch = $this->batch(['4x6']);
        $artwork = $this->give($batch, 'one.png', 60, 40);
        self::assertSame(['page' => null, 'missing' => 0], $this->take($batch, $artwork));
    }

    private function take(Batch $batch, BatchArtwork $artwork): mixed
    {
        $this->browser->request('POST', "/batches/{$batch->id()}/artworks/{$artwork->id()}/page", server: self::OURS);
        self::assertResponseIsSuccessful();

        return json_decode((string) $this->browser->getResponse()->getContent(), true);
    }

    /** @return array<string, PixelSize> */
    private function sizes(Batch $batch): array
    {
        $sizes = [];
        foreach ($this->again($batch)->artworks() as $one) {
            $sizes[$one->fileName()] = $one->facts()->size;
        }
        ksort($sizes);

        return $sizes;
    }
}
