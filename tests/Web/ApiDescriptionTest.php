<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use Snugfit\Tests\Shop\ShopTestCase;
use Symfony\Component\Routing\RouterInterface;
use Symfony\Component\Yaml\Yaml;

final class ApiDescriptionTest extends ShopTestCase
{
    public function test_it_describes_just_the_addresses_that_there_are(): void
    {
        $described = [];
        /** @var array{paths: array<string, array<string, mixed>>} $description */
        $description = Yaml::parseFile(\dirname(__DIR__, 2).'/docs/openapi.yaml');
        foreach ($description['paths'] as $path => $methods) {
            foreach (array_keys($methods) as $method) {
                'parameters' === $method || $described[] = strtoupper($method).' '.$path;
            }
        }
        $there = [];
        foreach ($this->service(RouterInterface::class)->getRouteCollection() as $route) {
            if (str_starts_with($route->getPath(), '/api/')) {
                $there[] = $route->getMethods()[0].' '.$route->getPath();
            }
        }
        self::assertEqualsCanonicalizing($there, $described);
    }

    public function test_every_reference_in_it_leads_somewhere(): void
    {
        $description = Yaml::parseFile(\dirname(__DIR__, 2).'/docs/openapi.yaml');
        $references = [];
        \assert(\is_array($description));
        array_walk_recursive($description, static function (mixed $value, string|int $key) use (&$references): void {
            if ('$ref' === $key && \is_string($value)) {
                $references[] = $value;
            }
        });
        self::assertGreaterThan(20, \count($references));
        foreach (array_unique($references) as $reference) {
            $at = $description;
            foreach (\array_slice(explode('/', $reference), 1) as $part) {
                self::assertIsArray($at);
                self::assertArrayHasKey($part, $at, $reference);
                $at = $at[$part];
            }
        }
    }
}
