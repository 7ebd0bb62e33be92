<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Tests\Shop\ShopTestCase;
use Symfony\Component\Routing\Route;
use Symfony\Component\Routing\RouterInterface;

/** Whatever is sent to whichever door: an answer, a refusal, never a breakdown, and the batch stays as it was. */
final class NonsenseTest extends ShopTestCase
{
    /** @return iterable<string, array{array<string, mixed>}> what is sent as query and as body */
    public static function nonsense(): iterable
    {
        $words = ['x', 'y', 'w', 'h', 'for', 'step', 'side', 'shown', 'marks', 'way', 'strength', 'name', 'products', 'ids', 'code', 'trim', 'target', 'floor', 'filter', 'sort', 'columns', 'spots', 'seen', 'ways', 'reference', 'template', 'zoom', 'turn', 'tilt', 'keep', 'format', 'quality', 'colour', 'offset', 'limit'];
        yield 'nothing' => [[]];
        yield 'words' => [array_fill_keys($words, 'nonsense')];
        yield 'huge and negative numbers' => [array_fill_keys($words, '-99999999999999999999')];
        yield 'lists' => [array_fill_keys($words, ['a' => ['b' => 'c']])];
        yield 'bytes that are no text' => [array_fill_keys($words, "\xff\xfe\x00<script>'\"")];
        yield 'broken JSON' => [array_fill_keys($words, '[{"points":[[1,')];
    }

    /** @param array<string, mixed> $sent */
    #[DataProvider('nonsense')]
    public function test_no_door_breaks(array $sent): void
    {
        $batch = $this->batch(['4x6']);
        $artwork = $this->give($batch, 'harbour.png', 220, 150);
        $tried = 0;
        foreach ($this->service(RouterInterface::class)->getRouteCollection() as $name => $route) {
            foreach ($this->paths($route, $batch, $artwork) as $path) {
                foreach (array_diff($route->getMethods(), ['HEAD', 'PATCH']) as $method) {
                    // What takes batches and artworks away has tests of its own, and would leave nothing to try the rest on.
                    if (1 === preg_match('/delete|remove|forget/', $name)) {
                        continue;
                    }
                    ob_start();
                    $this->browser->request($method, $path.('GET' === $method ? '?'.http_build_query($sent) : ''), 'GET' === $method ? [] : $sent, server: self::OURS);
                    ob_end_clean();
                    self::assertLessThan(500, $this->browser->getResponse()->getStatusCode(), "$method $path ($name)");
                    ++$tried;
                }
            }
        }
        self::assertGreaterThan(40, $tried);
        $again = $this->again($batch);
        self::assertCount(1, $again->artworks());
        self::assertSame(hash_file('sha256', $this->data.'/files/masters/'.substr($artwork->master(), 0, 2).'/'.$artwork->master()), $artwork->master(), 'the master is what it was');
    }

    /** @return list<string> with what there is, and with what there is not */
    private function paths(Route $route, Batch $batch, BatchArtwork $artwork): array
    {
        $known = ['batch' => (string) $batch->id(), 'artwork' => (string) $artwork->id(), 'product' => '4x6', 'kind' => 'csv', 'side' => '320', 'act' => 'clear', 'code' => '4x6', 'file' => '1', 'level' => '9', 'column' => '0', 'row' => '0', 'run' => '1'];

        return array_values(array_unique([self::filled($route, $known), self::filled($route, ['batch' => '987654'] + $known), self::filled($route, ['artwork' => '987654', 'product' => 'nothing'] + $known)]));
    }

    /** @param array<string, string> $values */
    private static function filled(Route $route, array $values): string
    {
        return (string) preg_replace_callback('/\{!?(\w+)[^}]*\}/', static fn (array $found): string => $values[$found[1]] ?? 'nowhere', $route->getPath());
    }
}
