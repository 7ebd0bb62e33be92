<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\FaceChoice;
use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Lettering\Words;
use Snugfit\Pixels\HarfBuzz\FontFile;
use Snugfit\Pixels\Lettering\Face;
use Snugfit\Pixels\Lettering\HarfBuzzTypesetter;

/** Sets a few letters of every script that people write in, so that a file that breaks the library breaks it here. */
final readonly class CheckFaceHandler implements PixelJobHandler
{
    private const LETTERS = 'Hamburgefonstiv AVATAR 1234567890 ffi Жук Ψυχή שלום مرحبا';

    public function name(): string
    {
        return CheckFaceJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $path = CheckFaceJob::fromJson($record)->path;
        $file = FontFile::open($path, 400);
        [$line] = (new HarfBuzzTypesetter(['it' => new Face('it', '', [$path])]))->set([new Words(self::LETTERS, new FaceChoice('it'))]);
        if ([] === $line->glyphs) {
            throw ImpossibleLettering::font(basename($path));
        }

        return ['name' => $file->name()];
    }
}
