<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Tests\Shop\ShopTestCase;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** Who may come in, and what a page may load. */
final class DoorsTest extends ShopTestCase
{
    public function test_every_room_answers_with_a_strict_policy(): void
    {
        $batch = $this->batch(['4x6', 'mug']);
        $artwork = $this->give($batch, 'harbour.png', 900, 600);
        $this->press($batch);
        $id = $batch->id();
        foreach (['/', "/batches/$id/intake", "/batches/$id/fit", "/batches/$id/framing/{$artwork->id()}/4x6", "/batches/$id/run", "/batches/$id/parcels", '/shelf', '/shelf/new', '/shelf/mug'] as $path) {
            $this->browser->request('GET', $path);
            self::assertResponseIsSuccessful($path);
            $headers = $this->browser->getResponse()->headers;
            self::assertStringContainsString("default-src 'none'; script-src 'self'; style-src 'self'", (string) $headers->get('Content-Security-Policy'));
            self::assertSame('nosniff', $headers->get('X-Content-Type-Options'));
            self::assertDoesNotMatchRegularExpression('/<script(?![^>]*\bsrc=)|<style|\sstyle=|\son[a-z]+=|(?:src|href)="(?:https?:)?\/\//', (string) $this->browser->getResponse()->getContent(), "$path holds something inline or from elsewhere");
        }
    }

    /** @return iterable<string, array{array<string, string>}> */
    public static function strangers(): iterable
    {
        yield 'no token' => [['HTTP_ORIGIN' => 'http://localhost']];
        yield 'from another site' => [['HTTP_ORIGIN' => 'http://elsewhere.example', 'HTTP_X_ACT' => 'csrf-token']];
        yield 'another site, as the browser says' => [['HTTP_ORIGIN' => 'http://localhost', 'HTTP_SEC_FETCH_SITE' => 'cross-site', 'HTTP_X_ACT' => 'csrf-token']];
        yield 'from nowhere' => [['HTTP_X_ACT' => 'csrf-token']];
    }

    public function test_pages_are_kept_nowhere_and_files_in_the_persons_own_browser_alone(): void
    {
        $batch = $this->batch(['4x6']);
        $artwork = $this->give($batch, 'harbour.png', 900, 600);
        $this->press($batch);
        $id = $batch->id();
        $file = $this->lastFiles($batch)[0]->id();
        $kept = [];
        foreach (['/', "/batches/$id/run", "/batches/$id/run/state", "/batches/$id/manifest.json", "/print-files/$file", "/artworks/{$artwork->id()}/preview-320.webp"] as $path) {
            $this->browser->request('GET', $path);
            $kept[] = (string) $this->browser->getResponse()->headers->get('Cache-Control');
        }
        self::assertSame(array_fill(0, 4, 'no-store, private'), \array_slice($kept, 0, 4));
        self::assertSame([], array_filter($kept, static fn (string $one): bool => str_contains($one, 'public')));
        self::assertStringContainsString('max-age', $kept[5]);
    }

    /** The log is for what broke: who was refused has heard of it. */
    public function test_refusals_do_not_fill_the_log(): void
    {
        $this->browser->request('GET', '/batches/987654/intake');
        $this->browser->request('POST', '/batches', ['name' => 'x'], server: ['HTTP_ORIGIN' => 'https://evil.example']);
        $this->browser->request('DELETE', '/');
        $logs = glob($this->data.'/log/*') ?: [];
        self::assertSame('', implode('', array_map(static fn (string $log): string => (string) file_get_contents($log), $logs)));
    }

    /** @param array<string, string> $server */
    #[DataProvider('strangers')]
    public function test_an_act_from_elsewhere_is_refused(array $server): void
    {
        $batch = $this->batch([], 'Mine');
        foreach (["/batches/{$batch->id()}/name" => 'POST', "/batches/{$batch->id()}/uploads" => 'POST', '/unit/mm' => 'POST'] as $path => $method) {
            $this->browser->getHistory()->clear();
            $this->browser->request($method, $path, ['name' => 'Theirs'], server: $server + ['HTTP_UPLOAD_LENGTH' => '3']);
            self::assertResponseStatusCodeSame(403, $path);
        }
        self::assertSame('Mine', $this->again($batch)->name());
    }

    public function test_another_host_name_is_refused(): void
    {
        $this->browser->request('GET', '/', server: ['HTTP_HOST' => 'elsewhere.example']);
        self::assertResponseStatusCodeSame(400);
    }

    /** @return iterable<string, array{string}> */
    public static function nowhere(): iterable
    {
        foreach (['/batches/999/intake', '/batches/999/parcel.zip', '/artworks/999/preview-320.webp', '/artworks/1/preview-5000.webp', '/print-files/999', '/shelf/nothing', '/uploads/'.str_repeat('0', 32), '/../../etc/passwd', '/build/..%2f..%2fcomposer.json'] as $path) {
            yield $path => [$path];
        }
    }

    #[DataProvider('nowhere')]
    public function test_what_is_not_there_says_so(string $path): void
    {
        $this->browser->request('GET', $path);
        self::assertContains($this->browser->getResponse()->getStatusCode(), [404, 405]);
        self::assertStringNotContainsString('root:', (string) $this->browser->getResponse()->getContent());
    }

    public function test_a_preview_is_a_picture_and_nothing_else(): void
    {
        $artwork = $this->give($this->batch(), 'drawing.svg', 1, 1, bytes: '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="30"><script>alert(1)</script><rect width="40" height="30"/></svg>');
        $this->browser->request('GET', "/artworks/{$artwork->id()}/preview-320.webp");
        self::assertResponseIsSuccessful();
        self::assertSame('image/webp', $this->browser->getResponse()->headers->get('Content-Type'));
    }

    public function test_a_part_of_a_picture_has_its_own_pixels_wherever_it_is_asked_for(): void
    {
        $artwork = $this->give($this->batch(), 'harbour.png', 700, 500);
        $whole = $this->picture(700, 500)->copyToMemory();
        foreach ([['x=100&y=50&w=320&h=200', [100, 50, 320, 200]], ['x=690&y=490&w=320&h=200', [690, 490, 10, 10]], ['x=-4&y=9000&w=0', [0, 499, 1, 1]], ['', [0, 0, 1, 1]]] as [$query, $window]) {
            $this->browser->request('GET', "/artworks/{$artwork->id()}/pixels.png?$query");
            $response = $this->browser->getResponse();
            self::assertInstanceOf(BinaryFileResponse::class, $response);
            self::assertSame($whole->crop(new PixelWindow(...$window))->bytes(), Image::load('png', $response->getFile()->getPathname())->extractBands(0, 3)->bytes(), $query);
        }
    }

    public function test_names_with_markup_are_shown_as_they_are(): void
    {
        $batch = $this->batch([], '<b>Batch</b>');
        $name = '../<img src=x onerror=alert(1)> "quoted" 🐧.png';
        $artwork = $this->give($batch, $name, 60, 40, '../../etc');
        self::assertSame($name, $artwork->fileName());
        $page = $this->browser->request('GET', "/batches/{$batch->id()}/intake");
        self::assertCount(0, $page->filter('[onerror], .batch-name b'));
        self::assertStringContainsString('<img src=x onerror=alert(1)>', $page->filter('.artwork h2')->text());
    }
}
