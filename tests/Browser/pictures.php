<?php

declare(strict_types=1);

/*
 * Pictures for the browser tests: twenty good ones of all shapes, and one of every bad sort.
 * Usage: pictures.php FOLDER
 */

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Vips\Image;

require __DIR__.'/../../vendor/autoload.php';

$folder = (string) ($argv[1] ?? throw new InvalidArgumentException('Say where.'));
foreach (['good', 'bad'] as $sort) {
    mkdir("$folder/$sort", 0o777, true);
}

/** Red runs from left to right and green from top to bottom, so that any piece of it tells where it was cut. */
$draw = static function (int $width, int $height, int $blue): Image {
    $bytes = '';
    for ($y = 0; $y < $height; ++$y) {
        $green = chr((int) (255 * $y / max(1, $height - 1)));
        for ($x = 0; $x < $width; ++$x) {
            $bytes .= chr((int) (255 * $x / max(1, $width - 1))).$green.chr($blue);
        }
    }

    return Image::ofBytes($bytes, new PixelSize($width, $height), 3);
};

$shapes = [[600, 400], [400, 600], [500, 500], [900, 300], [640, 480]];
for ($i = 1; $i <= 20; ++$i) {
    [$width, $height] = $shapes[$i % 5];
    $picture = $draw($width + $i, $height + $i, 12 * $i);
    $name = sprintf('%s/good/picture-%02d', $folder, $i);
    0 === $i % 2 ? $picture->save('png', $name.'.png', []) : $picture->save('jpeg', $name.'.jpg', ['Q' => 95]);
}
// A drawing takes its time on a large print, whatever the way of enlarging.
$discs = implode('', array_map(static fn (int $i): string => sprintf('<circle cx="%d" cy="%d" r="%d" fill="#%06x" opacity="0.6"/>', 97 * $i % 1200, 61 * $i % 800, 20 + 9 * $i, 0x123456 * $i % 0xFFFFFF), range(1, 12)));
file_put_contents($folder.'/large.svg', '<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="800"><rect width="1200" height="800" fill="#0f5c63"/>'.$discs.'</svg>');

// A bird on white with a white eye, a hole, and a spot on its breast.
$bird = '<svg xmlns="http://www.w3.org/2000/svg" width="600" height="600"><rect width="600" height="600" fill="#fff"/><ellipse cx="300" cy="300" rx="180" ry="250" fill="#1e2b2f"/><circle cx="300" cy="170" r="50" fill="#fff"/><ellipse cx="300" cy="420" rx="60" ry="40" fill="#fff"/><circle cx="228" cy="300" r="5" fill="#e0702a"/></svg>';
Image::drawing($bird)->flatten([255.0, 255.0, 255.0])->save('png', $folder.'/design.png', []);

$good = (string) file_get_contents($folder.'/good/picture-02.png');
file_put_contents($folder.'/bad/empty.jpg', '');
file_put_contents($folder.'/bad/letter.jpg', 'Dear keeper, the lamp is lit.');
file_put_contents($folder.'/bad/cut short.png', substr($good, 0, intdiv(strlen($good), 2)));
file_put_contents($folder.'/bad/wrong-extension.gif', $good);
$draw(1, 1, 0)->save('png', $folder.'/bad/one-pixel.png', []);
file_put_contents($folder.'/bad/scripted.svg', '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="80" height="60"><script>fetch("http://elsewhere.example/")</script><image xlink:href="http://elsewhere.example/x.png" width="9" height="9"/><rect width="80" height="60" fill="#0f5c63"/></svg>');
$chunk = static fn (string $type, string $data): string => pack('N', strlen($data)).$type.$data.pack('N', crc32($type.$data));
file_put_contents($folder.'/bad/bomb.png', "\x89PNG\r\n\x1a\n".$chunk('IHDR', pack('NNCCCCC', 90_000, 90_000, 8, 2, 0, 0, 0)).$chunk('IDAT', (string) gzcompress(str_repeat("\0", 90_000))).$chunk('IEND', ''));
