<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use Snugfit\Shop\Entity\Batch;
use Snugfit\Tests\Shop\ShopTestCase;
use Symfony\Component\Routing\Route;
use Symfony\Component\Routing\RouterInterface;

/** Every address that names something: what is not there, was removed or belongs to another batch is not found, in every room. */
final class AddressesTest extends ShopTestCase
{
    /** What acts need to get as far as the artwork they name. */
    private const BODY = ['ids' => [], 'kind' => 'photo', 'code' => 'soft', 'boxes' => [], 'step' => 'tidy', 'strength' => 5, 'way' => 'faithful', 'act' => 'reset', 'cells' => ['1:4x6']];

    public function test_what_is_foreign_removed_or_missing_is_not_found(): void
    {
        $batch = $this->batch(['4x6']);
        $own = $this->give($batch, 'own.png', 220, 150);
        $removed = $this->give($batch, 'removed.png', 221, 150);
        $removed->setRemoved(true);
        $foreign = $this->give($this->batch(['4x6'], 'Another'), 'foreign.png', 222, 150);
        $gone = $this->batch(['4x6'], 'Deleted');
        $in = $this->give($gone, 'gone.png', 223, 150);
        $gone->delete();
        $this->entities()->flush();
        $deleted = ['batch' => (int) $gone->id(), 'artwork' => $in->id()];
        $known = ['batch' => $batch->id(), 'artwork' => $own->id(), 'product' => '4x6', 'kind' => 'csv', 'side' => '320', 'level' => '9', 'x' => '0', 'y' => '0'];
        $tried = 0;
        foreach ($this->service(RouterInterface::class)->getRouteCollection() as $name => $route) {
            foreach ($this->wrong($name, $route, $foreign->id(), $removed->id(), $deleted) as $what => $values) {
                $path = self::filled($route, array_map(strval(...), [...$known, ...$values]));
                foreach (array_diff($route->getMethods(), ['HEAD']) as $method) {
                    ob_start();
                    'POST' === $method ? $this->act($path, self::BODY) : $this->browser->request($method, $path, server: self::OURS);
                    ob_end_clean();
                    self::assertSame(404, $this->browser->getResponse()->getStatusCode(), "$method $path ($name, $what)");
                    ++$tried;
                }
            }
        }
        self::assertGreaterThan(90, $tried);
        self::assertSame('own.png', $this->again($batch)->artworks()[0]->fileName());
    }

    public function test_acts_on_many_reach_all_that_were_meant_or_none(): void
    {
        $batch = $this->batch();
        $own = $this->give($batch, 'own.png', 220, 150);
        $foreign = $this->give($this->batch(), 'foreign.png', 222, 150);
        foreach (['kind' => ['kind' => 'line-art'], 'remove' => []] as $act => $fields) {
            $this->act("/batches/{$batch->id()}/artworks/$act", ['ids' => [$own->id(), $foreign->id()]] + $fields);
            self::assertResponseStatusCodeSame(404);
            $this->act("/batches/{$batch->id()}/artworks/$act", ['ids' => []] + $fields);
            self::assertResponseStatusCodeSame(422);
        }
        self::assertNull($this->again($batch)->artworks()[0]->correctedKind());
    }

    /**
     * @param array<string, int> $deleted a batch and an artwork in it
     *
     * @return iterable<string, array<string, int|string>> parameters that name nothing, or nothing that belongs there
     */
    private function wrong(string $name, Route $route, int $foreign, int $removed, array $deleted): iterable
    {
        $parameters = $route->compile()->getPathVariables();
        if (\in_array('batch', $parameters, true)) {
            yield 'no such batch' => ['batch' => 987_654];
        }
        if (\in_array('artwork', $parameters, true)) {
            yield 'no such artwork' => ['artwork' => 987_654];
            yield 'a removed artwork' => ['artwork' => $removed];
        }
        if (\in_array('artwork', $parameters, true) && \in_array('batch', $parameters, true)) {
            yield 'an artwork of another batch' => ['artwork' => $foreign];
        }
        $names = array_filter($deleted, static fn (string $parameter): bool => \in_array($parameter, $parameters, true), \ARRAY_FILTER_USE_KEY);
        if ([] !== $names && 'batch_restore' !== $name) {
            yield 'a deleted batch' => $names;
        }
        foreach (['product' => 'nothing', 'person' => 987_654, 'run' => 987_654, 'file' => 987_654, 'token' => str_repeat('0', 32)] as $parameter => $value) {
            if (\in_array($parameter, $parameters, true)) {
                yield "no such $parameter" => [$parameter => $value];
            }
        }
    }

    /** @param array<string, string> $values */
    private static function filled(Route $route, array $values): string
    {
        $alternatives = static fn (string $name): string => explode('|', $route->getRequirement($name) ?? 'nowhere')[0];

        return (string) preg_replace_callback('/\{!?(\w+)[^}]*\}/', static fn (array $found): string => $values[$found[1]] ?? $alternatives($found[1]), $route->getPath());
    }
}
