<?php

declare(strict_types=1);

/*
 * Writes docs/third-party.md: every package that comes with the product or builds and tests it, its version and licence, as the
 * packages themselves say. With --check it only tells whether the list is right.
 */

$root = dirname(__DIR__, 2);
$json = static function (string $file) use ($root): array {
    return (array) json_decode((string) file_get_contents("$root/$file"), true, flags: \JSON_THROW_ON_ERROR);
};
$table = static function (array $rows): string {
    ksort($rows);
    $lines = ['| package | version | licence |', '| --- | --- | --- |'];
    foreach ($rows as $name => [$version, $licence]) {
        $lines[] = "| $name | $version | $licence |";
    }

    return implode("\n", $lines);
};

$php = [];
foreach ($json('vendor/composer/installed.json')['packages'] as $package) {
    $php[$package['name']] = [ltrim($package['version'], 'v'), implode(' or ', $package['license'] ?? ['not stated'])];
}
$javascript = [];
foreach ($json('package-lock.json')['packages'] as $path => $package) {
    if ('' !== $path) {
        $javascript[substr($path, strrpos($path, 'node_modules/') + 13)] = [$package['version'], $package['license'] ?? 'not stated'];
    }
}
$text = <<<MARKDOWN
    # Third-party packages

    Written by `php tools/packages/licences.php` from what the packages say themselves; `composer check` holds the two together.
    What Debian brings (PHP, libvips, nginx, supervisor, Chromium and so on) has its licences in `/usr/share/doc/*/copyright`.
    The colour profiles are told in `profiles/`, the networks, which are our own, in `networks/model-card.md`.

    ## PHP

    {$table($php)}

    ## JavaScript, styles and fonts

    {$table($javascript)}

    MARKDOWN;

$file = "$root/docs/third-party.md";
if (in_array('--check', $argv, true)) {
    if (!is_file($file) || $text !== file_get_contents($file)) {
        fwrite(\STDERR, "docs/third-party.md is not what is installed: run php tools/packages/licences.php.\n");
        exit(1);
    }
    exit(0);
}
file_put_contents($file, $text);
