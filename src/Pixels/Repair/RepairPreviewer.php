<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

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
    private const BASE = 'base.v';

    /** Pixels on the long side of what is felt on a ground with things in it. */
    private const FELT = 800;

    /** What the network said last. */
    private const TOLD = 'told.v';

    /** What a list's edits made, where that took long. */
    private const MADE = 'made.v';

    public function __construct(private string $folder, private int $threads = 1, private KeptLooks $looks = new KeptLooks())
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
        $all = $edits->untraced()->active();
        $kept = $isQuick ? null : $this->kept($master, $all, $side);
        if (null !== $kept) {
            return $this->continued($master, $side, ...$kept);
        }
        $before = $after = [];
        $cutOut = null;
        foreach ($all as $edit) {
            if (null === $cutOut && $edit instanceof CutOut) {
                $cutOut = $edit->scaled($side / $master->size()->longSide());
            } elseif (null === $cutOut) {
                $before[] = $edit;
            } elseif (!$isQuick || !$edit instanceof Retouch) {
                $after[] = $edit;
            }
        }
        if (null === $cutOut) {
            return $this->continued($master, $side, $this->small($master, $side), self::steps($all, 0));
        }
        $folder = $this->place($master, EditList::of(...$before), $side);
        $picture = $this->cut($this->base($master, $before, $side, $folder), $cutOut, $folder, $isQuick);
        if ($isQuick) {
            return $this->preparer()->prepared($picture, EditList::of(...$after))->picture;
        }
        $cut = \count($before) + 1;
        $this->keep($master, $side, $picture, \array_slice($all, 0, $cut));

        return $this->continued($master, $side, $picture, self::steps($all, $cut));
    }

    /**
     * The picture that most of a list's edits made before, and what is left to do; null where none is kept.
     *
     * @param list<Edit> $edits
     *
     * @return ?array{Image, list<array{Edit, list<Edit>}>}
     */
    private function kept(Master $master, array $edits, int $side): ?array
    {
        for ($count = \count($edits); $count > 0; --$count) {
            $done = \array_slice($edits, 0, $count);
            $picture = $this->made($master, $done, $side);
            if (null !== $picture) {
                return [$picture, self::steps($edits, $count)];
            }
            $parts = $done[$count - 1] instanceof Retouch ? $done[$count - 1]->parted() : null;
            if (null === $parts) {
                continue;
            }
            // One spot more: of those before it only the ones near it are filled again.
            [$spots, $next] = $parts;
            $before = \array_slice($done, 0, -1);
            $picture = $this->made($master, [...$before, $spots], $side);
            $near = null === $picture ? [] : Retoucher::near($next, $spots, $picture->size());
            $open = [] === $near ? $picture : $this->without($master, $before, $side);
            if (null !== $picture && null !== $open) {
                $picture = Retoucher::reopened($picture, $open, ...$near);

                return [$picture, [[new Retouch([...$near, $next]), $done], ...self::steps($edits, $count)]];
            }
        }

        return null;
    }

    /**
     * What a list's edits make where that is soon made again.
     *
     * @param list<Edit> $edits
     */
    private function without(Master $master, array $edits, int $side): ?Image
    {
        $kept = $this->kept($master, $edits, $side);
        if (null !== $kept) {
            return $this->continued($master, $side, ...$kept);
        }
        foreach ($edits as $edit) {
            if ($edit instanceof CutOut) {
                return null;
            }
        }

        return $this->continued($master, $side, $this->small($master, $side), self::steps($edits, 0));
    }

    /**
     * @param list<Edit> $edits
     *
     * @return list<array{Edit, list<Edit>}> each from there on, with all that is done after it
     */
    private static function steps(array $edits, int $from): array
    {
        $steps = [];
        for ($at = $from; $at < \count($edits); ++$at) {
            $steps[] = [$edits[$at], \array_slice($edits, 0, $at + 1)];
        }

        return $steps;
    }

    /** @param list<array{Edit, list<Edit>}> $steps */
    private function continued(Master $master, int $side, Image $picture, array $steps): Image
    {
        foreach ($steps as [$edit, $done]) {
            $picture = $this->preparer()->prepared($picture, EditList::of($edit))->picture;
            // A slider's every step is another picture, which nobody asks for again.
            if ($edit instanceof Retouch) {
                $this->keep($master, $side, $picture = $picture->copyToMemory(), $done);
            }
        }

        return $picture;
    }

    /** @param list<Edit> $done */
    private function made(Master $master, array $done, int $side): ?Image
    {
        $path = $this->folder($master, EditList::of(...$done), $side).'/'.self::MADE;
        if (!is_file($path)) {
            return null;
        }
        touch($path);

        return Image::load('vips', $path);
    }

    /** @param list<Edit> $done */
    private function keep(Master $master, int $side, Image $picture, array $done): void
    {
        $picture->saveWhole('vips', $this->place($master, EditList::of(...$done), $side).'/'.self::MADE);
    }

    /** A folder for what is kept of a list's picture. */
    private function place(Master $master, EditList $edits, int $side): string
    {
        $folder = $this->folder($master, $edits, $side);
        is_dir($folder) || @mkdir($folder, 0o755, true);

        return $folder;
    }

    private function folder(Master $master, EditList $edits, int $side): string
    {
        return \sprintf('%s/preview-%s-%d', $this->folder, $edits->preparedHash($master->sha256()), $side);
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
        $look = $this->looks->of($base, $folder);
        if (null === $look) {
            return $this->cutAmid($remover, $base, $edit, $folder, $isQuick);
        }

        return $isQuick ? $remover->roughly($base, $edit, $look) : $remover->remove($base, $edit, $look)[0];
    }

    /** On a ground with things in it. What the network said of the marks before is enough to feel one more. */
    private function cutAmid(BackgroundRemover $remover, Image $base, CutOut $edit, string $folder, bool $isQuick): Image
    {
        $path = $folder.'/'.self::TOLD;
        $told = $isQuick && is_file($path) ? Image::load('vips', $path) : $remover->told($base, $edit);
        if (!$isQuick) {
            $told->saveWhole('vips', $path);

            return $remover->removeAmid($base, $edit, $told);
        }
        $small = $base->reducedWithin(self::FELT)->copyToMemory();

        return $remover->roughlyAmid($small, $edit->scaled($small->size()->longSide() / $base->size()->longSide()), $told);
    }

    private function preparer(): MasterPreparer
    {
        return new MasterPreparer($this->threads, false);
    }
}
