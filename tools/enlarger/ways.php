<?php

declare(strict_types=1);

/*
 * Runs the networks that ship for outcomes.py. From standard input, again and again: a piece of 96 px with 8 px round it, then the same
 * with 24, as bytes; to standard output what each of its WAYS makes, 192 px.
 */
require __DIR__.'/../../vendor/autoload.php';

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Enlarger\NetworkUpscaler;

const SIDE = 96;
const WAYS = ['faithful', 'drawn', 'mending', 'denoised', 'focused', 'redrawn'];

$networks = array_map(
    static fn (string $way) => (new NetworkUpscaler(new UpscaleSettings(UpscaleMethod::from($way))))->network(8),
    WAYS,
);
$read = static function (int $margin): string {
    for ($bytes = '', $count = 3 * (SIDE + 2 * $margin) ** 2; strlen($bytes) < $count && !feof(STDIN);) {
        $bytes .= fread(STDIN, $count - strlen($bytes));
    }

    return $bytes;
};
while ('' !== $near = $read(8)) {
    $wide = $read(24);
    foreach ($networks as $network) {
        $made = $network->run(24 === $network->margin ? $wide : $near, new PixelSize(SIDE, SIDE));
        fwrite(STDOUT, FFI::string($made, 3 * (2 * SIDE) ** 2));
    }
    fflush(STDOUT);
}
