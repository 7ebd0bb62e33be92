<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\Edit;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\ImpossibleEdit;
use Snugfit\Core\Repair\Retouch;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Onnx\OnnxFailed;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Vips\Image;

/**
 * Shows what edits make of a master, small, while somebody works on it. What the next stroke does not change is kept beside enlarged
 * pictures: the small picture before its background goes, and what was seen of that.
 */
final readonly class RepairPreviewer
{
    /** Written last: where it is, all the rest is whole. */
    private const LOOK = 'look.json';

    private const BASE = 'base.v';

    public function __construct(private string $folder, private int $threads = 1)
    {
    }

    /**
     * @param int  $side    pixels on the long side
     * @param bool $isQuick without a fine edge and without what takes long, to be felt while the hand moves
     *
     * @throws ImpossibleEdit|OnnxFailed
     */
    public function preview(Master $master, EditList $edits, int $side, bool $isQuick): Image
    {
        $before = $after = [];
        $cutOut = null;
        foreach ($edits->untraced()->active() as $edit) {
            if (null === $cutOut && $edit instanceof CutOut) {
                $cutOut = $edit->scaled($side / $master->size()->longSide());
            } elseif (null === $cutOut) {
                $before[] = $edit;
            } elseif (!$isQuick || !$edit instanceof Retouch) {
                $after[] = $edit;
            }
        }
        if (null === $cutOut) {
            // A slider's every step is another picture, which nobody asks for again.
            return $this->preparer()->prepared($this->small($master, $side), EditList::of(...$before))->picture;
        }
        $folder = $this->place($master, EditList::of(...$before), $side);
        $picture = $this->cut($this->base($master, $before, $side, $folder), $cutOut, $folder, $isQuick);

        return $this->preparer()->prepared($picture, EditList::of(...$after))->picture;
    }

    /** A folder for what is kept of a list's picture. */
    private function place(Master $master, EditList $edits, int $side): string
    {
        $folder = \sprintf('%s/preview-%s-%d', $this->folder, $edits->preparedHash($master->sha256()), $side);
        is_dir($folder) || @mkdir($folder, 0o755, true);

        return $folder;
    }

    /** The master, small. */
    private function small(Master $master, int $side): Image
    {
        return $this->base($master, [], $side, $this->place($master, new EditList(), $side));
    }

    /** @param list<Edit> $edits before the background goes */
    private function base(Master $master, array $edits, int $side, string $folder): Image
    {
        if (is_file($folder.'/'.self::BASE)) {
            touch($folder.'/'.self::BASE);

            return Image::load('vips', $folder.'/'.self::BASE);
        }
        $base = [] === $edits
            ? WorkingSpaceConverter::toSrgb(Image::thumbnailOf($master->path, $side))->without('icc-profile-data')->copyToMemory()
            : $this->preparer()->prepared($this->small($master, $side), EditList::of(...$edits))->picture->copyToMemory();
        $base->saveWhole('vips', $folder.'/'.self::BASE);

        return $base;
    }

    private function cut(Image $base, CutOut $edit, string $folder, bool $isQuick): Image
    {
        $remover = new BackgroundRemover(threads: $this->threads);
        if ($base->hasAlpha()) {
            return $remover->remove($base, $edit)[0];
        }
        $look = $this->look($base, $folder);

        return $isQuick && null !== $look ? $remover->roughly($base, $edit, $look) : $remover->remove($base, $edit, $look)[0];
    }

    private function look(Image $base, string $folder): ?BackgroundLook
    {
        $path = $folder.'/'.self::LOOK;
        if (is_file($path)) {
            $record = JsonReader::decode((string) file_get_contents($path), 'a look at a picture');
            $image = static fn (string $name): Image => Image::load('vips', \sprintf('%s/%s.v', $folder, $name));

            return $record->bool('plain') ? new BackgroundLook(
                $image('colour'), $image('off'), $image('ground'), $image('inside'),
                $record->float('noise'), $record->float('tolerance'), $record->float('share'),
            ) : null;
        }
        $look = (new BackgroundFinder())->look($base);
        $images = null === $look
            ? []
            : ['colour' => $look->colour, 'off' => $look->off, 'ground' => $look->ground, 'inside' => $look->inside];
        foreach ($images as $name => $image) {
            $image->saveWhole('vips', \sprintf('%s/%s.v', $folder, $name));
        }
        $facts = null === $look
            ? ['plain' => false]
            : ['plain' => true, 'noise' => $look->noise, 'tolerance' => $look->tolerance, 'share' => $look->share];
        $part = \sprintf('%s.%s', $path, bin2hex(random_bytes(4)));
        file_put_contents($part, json_encode($facts, \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION));
        rename($part, $path);

        return $look;
    }

    private function preparer(): MasterPreparer
    {
        return new MasterPreparer($this->threads, false);
    }
}
