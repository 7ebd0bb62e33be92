<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Vips\Image;

/** What was seen of the grounds of small pictures, kept in their folders, and of the last ones in this process. */
final class KeptLooks
{
    /** Written last: where it is, all the rest is whole. */
    private const LOOK = 'look-2.json';

    private const MOST = 3;

    /** @var array<string, BackgroundLook> by folder, the oldest first */
    private array $seen = [];

    /** @return ?BackgroundLook null where the ground is not plain */
    public function of(Image $base, string $folder): ?BackgroundLook
    {
        $look = $this->seen[$folder] ?? $this->read($folder) ?? $this->made($base, $folder);
        if (false === $look) {
            return null;
        }
        unset($this->seen[$folder]);
        $this->seen = \array_slice([...$this->seen, $folder => $look], -self::MOST, preserve_keys: true);

        return $look;
    }

    /** @return BackgroundLook|false|null false where it is known to be not plain, null where nothing is kept */
    private function read(string $folder): BackgroundLook|false|null
    {
        $path = $folder.'/'.self::LOOK;
        if (!is_file($path)) {
            return null;
        }
        $record = JsonReader::decode((string) file_get_contents($path), 'a look at a picture');
        $image = static fn (string $name): Image => Image::load('vips', \sprintf('%s/%s.v', $folder, $name));

        return $record->bool('plain') ? new BackgroundLook(
            $image('colour'), $image('off'), $image('ground'), $image('swept'), $image('inside'),
            $record->float('noise'), $record->float('tolerance'), $record->float('share'),
        ) : false;
    }

    private function made(Image $base, string $folder): BackgroundLook|false
    {
        $look = (new BackgroundFinder())->look($base);
        $images = null === $look
            ? []
            : [
                'colour' => $look->colour, 'off' => $look->off, 'ground' => $look->ground, 'swept' => $look->swept,
                'inside' => $look->inside,
            ];
        foreach ($images as $name => $image) {
            $image->saveWhole('vips', \sprintf('%s/%s.v', $folder, $name));
        }
        $facts = null === $look
            ? ['plain' => false]
            : ['plain' => true, 'noise' => $look->noise, 'tolerance' => $look->tolerance, 'share' => $look->share];
        $path = $folder.'/'.self::LOOK;
        $part = \sprintf('%s.%s', $path, bin2hex(random_bytes(4)));
        file_put_contents($part, json_encode($facts, \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION));
        rename($part, $path);

        return $look ?? false;
    }
}
