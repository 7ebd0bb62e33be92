<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Core\JsonReader;
use Twig\Attribute\AsTwigFunction;

/** Addresses of the bundled styles and scripts, which change with their content. */
final class AssetVersions
{
    private ?JsonReader $versions = null;

    public function __construct(private readonly string $projectDir)
    {
    }

    #[AsTwigFunction('build')]
    public function address(string $name): string
    {
        $this->versions ??= JsonReader::decode(
            (string) @file_get_contents($this->projectDir.'/public/build/versions.json'),
            'the bundled files',
        );

        return \sprintf('/build/%s?%s', $name, $this->versions->string($name));
    }
}
