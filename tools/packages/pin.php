<?php

declare(strict_types=1);

/*
 * Writes tools/packages/php.txt, the exact version of every PHP package that is installed now, direct or not. Set-up installs
 * just these, since a Composer lock file would name the registry's hosts (docs/decisions/packages.md).
 * Usage: php tools/packages/pin.php [--check]; with --check it writes nothing and fails where what is installed differs.
 */

use Composer\InstalledVersions;

require __DIR__.'/../../vendor/autoload.php';

$versions = [];
foreach (InstalledVersions::getInstalledPackages() as $name) {
    $version = InstalledVersions::getPrettyVersion($name);
    // A name that another package merely provides or replaces has no version of its own.
    if (null !== $version && 'snugfit/snugfit' !== $name) {
        $versions[$name] = ltrim($version, 'v');
    }
}
ksort($versions);
$list = implode('', array_map(static fn (string $name, string $version): string => "$name $version\n", array_keys($versions), $versions));
$file = __DIR__.'/php.txt';

if (!in_array('--check', $argv, true)) {
    file_put_contents($file, $list);
    exit(0);
}
if ($list !== file_get_contents($file)) {
    fwrite(\STDERR, "The installed PHP packages are not those of tools/packages/php.txt:\n"
        ."run tools/setup.sh again, or pin.php after a change that was meant.\n");
    exit(1);
}
