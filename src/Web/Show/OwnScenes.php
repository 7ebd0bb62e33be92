<?php

declare(strict_types=1);

namespace Snugfit\Web\Show;

use Snugfit\Core\Delivery\SafeName;
use Snugfit\Core\Failure;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Scene\ClothSurface;
use Snugfit\Core\Scene\ImpossibleScene;
use Snugfit\Core\Scene\Scene;
use Snugfit\Core\Scene\Surface;
use Snugfit\Pixels\Job\BuildSceneJob;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\ReadMasterJob;
use Snugfit\Pixels\Scene\SceneFolder;
use Snugfit\Pixels\Scene\SceneShelf;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Child\PixelProcessPool;

/** The shop's own scenes, each in a folder: made of photos, given on and taken in as a ZIP of what is in it. */
final readonly class OwnScenes
{
    /** The photo that one is made of, as it was given, and what is said of it so far. */
    private const PHOTO = 'photo';
    public const DRAFT = 'draft.json';

    /** What a ZIP may hold, and how much of it. */
    private const PARTS = [
        SceneFolder::ABOUT, SceneFolder::PLATE, SceneFolder::LIGHT, SceneFolder::SHINE, SceneFolder::COVER, SceneFolder::MAP,
    ];
    private const MOST_BYTES = 64_000_000;

    /** After all that ship. */
    private const PLACE = 1000;

    public function __construct(private FileStore $store, private PixelProcessPool $processes, private SceneShelf $shelf)
    {
    }

    /** @return array<string, SceneFolder> */
    public function all(): array
    {
        return array_filter($this->shelf->all(), fn (SceneFolder $one): bool => $this->isOwn($one->scene->code));
    }

    /**
     * What was begun and is not finished.
     *
     * @return list<string> codes
     */
    public function drafts(): array
    {
        $codes = array_map(basename(...), glob($this->root().'/*', \GLOB_ONLYDIR) ?: []);

        return array_values(array_filter(
            $codes,
            fn (string $code): bool => $this->isOwn($code) && !$this->store->has($this->key($code, SceneFolder::ABOUT)),
        ));
    }

    public function isOwn(string $code): bool
    {
        return 1 === preg_match('/^'.SceneShelf::CODE.'$/D', $code) && $this->store->has($this->key($code, SceneFolder::PLATE));
    }

    /**
     * Begins one from a photo.
     *
     * @return string its code
     *
     * @throws Failure where the photo cannot be read
     */
    public function begin(string $name, string $photo): string
    {
        $code = $this->freeCode($name);
        $this->store->write($this->key($code, self::PHOTO), (string) file_get_contents($photo));
        try {
            $size = $this->processes->start(new BuildSceneJob($this->path($code).'/'.self::PHOTO, $this->path($code)))->facts();
        } catch (Failure $e) {
            $this->store->removeFolder($this->key($code));
            throw $e;
        }
        $this->draft($code, ['name' => $name, 'size' => [$size->int('width'), $size->int('height')]]);

        return $code;
    }

    /** @return array<array-key, mixed> what a person said of it last */
    public function said(string $code): array
    {
        return JsonReader::decode($this->store->read($this->key($code, self::DRAFT)), 'a scene')->toArray();
    }

    /**
     * @param array<string, mixed> $said
     *
     * @throws Failure
     */
    public function finish(string $code, OwnSceneFields $fields, array $said): void
    {
        $size = JsonReader::of($this->said($code), 'a scene')->floats('size');
        $photo = new PixelSize((int) ($size[0] ?? 0), (int) ($size[1] ?? 0));
        $place = $fields->place($photo);
        $given = fn (ScenePart $part): ?string => $this->hasPart($code, $part) ? $this->path($code).'/'.$part->value : null;
        $made = $this->processes->start(new BuildSceneJob(
            $this->path($code).'/'.self::PHOTO,
            $this->path($code),
            $fields->strokes(),
            $given(ScenePart::Mask),
            $given(ScenePart::Shade),
            $place->thing,
            $place->cloth,
        ))->facts();
        $this->draft($code, $said + ['size' => $size]);
        $scene = $fields->scene($code, $photo, $place, $made->optionalString('colour'), self::PLACE);
        $this->store->write($this->key($code, SceneFolder::ABOUT), self::written($scene));
    }

    public function hasPart(string $code, ScenePart $part): bool
    {
        return $this->store->has($this->key($code, $part->value));
    }

    /**
     * Keeps a picture that says more of the photo; it counts when the scene is kept.
     *
     * @throws Failure where it is no picture
     */
    public function give(string $code, ScenePart $part, string $file): void
    {
        $this->processes->start(new ReadMasterJob(new JobMaster($file, (string) hash_file('sha256', $file))))->facts();
        $this->store->write($this->key($code, $part->value), (string) file_get_contents($file));
    }

    public function take(string $code, ScenePart $part): void
    {
        if ($this->hasPart($code, $part)) {
            $this->store->delete($this->key($code, $part->value));
        }
    }

    public function delete(string $code): void
    {
        if ($this->isOwn($code)) {
            $this->store->removeFolder($this->key($code));
        }
    }

    /** @return array<string, string> paths by name, for a ZIP */
    public function parts(string $code): array
    {
        $parts = [];
        foreach (self::PARTS as $name) {
            if ($this->store->has($this->key($code, $name))) {
                $parts[$name] = $this->path($code).'/'.$name;
            }
        }

        return $parts;
    }

    /**
     * Takes in what another shop gave on.
     *
     * @return string its code
     *
     * @throws ImpossibleScene where it is no such file
     */
    public function import(string $file): string
    {
        $zip = new \ZipArchive();
        if (true !== $zip->open($file, \ZipArchive::RDONLY)) {
            throw ImpossibleScene::because('The file is no ZIP.');
        }
        try {
            $parts = [];
            $bytes = 0;
            foreach (self::PARTS as $name) {
                $about = $zip->statName($name);
                $bytes += false === $about ? 0 : $about['size'];
                if ($bytes > self::MOST_BYTES) {
                    throw ImpossibleScene::because('It is too large.');
                }
                $part = false === $about ? false : $zip->getFromName($name, self::MOST_BYTES);
                if (false !== $part) {
                    $parts[$name] = $part;
                }
            }
        } finally {
            $zip->close();
        }
        foreach ([SceneFolder::ABOUT, SceneFolder::PLATE, SceneFolder::LIGHT, SceneFolder::COVER] as $needed) {
            isset($parts[$needed]) || throw ImpossibleScene::because(\sprintf('The file has no %s in it.', $needed));
        }
        try {
            $scene = Scene::fromRecord('imported', JsonReader::decode($parts[SceneFolder::ABOUT], 'a scene'));
        } catch (\ValueError) {
            throw ImpossibleScene::because('It is of a kind that is not known here.');
        }
        $cloths = array_filter($scene->surfaces, static fn (Surface $one): bool => $one instanceof ClothSurface);
        if ([] !== $cloths && !isset($parts[SceneFolder::MAP])) {
            throw ImpossibleScene::because(\sprintf('The file has no %s in it, which says how its cloth lies.', SceneFolder::MAP));
        }
        $code = $this->freeCode($scene->name);
        foreach ($parts as $name => $contents) {
            $this->store->write($this->key($code, $name), $contents);
        }
        unset($parts[SceneFolder::ABOUT]);
        $this->mustBePictures($code, $parts);

        return $code;
    }

    /**
     * @param array<string, string> $parts contents by name
     *
     * @throws ImpossibleScene where one is none; then nothing of the scene stays
     */
    private function mustBePictures(string $code, array $parts): void
    {
        foreach ($parts as $name => $contents) {
            try {
                $this->processes->start(new ReadMasterJob(new JobMaster($this->path($code).'/'.$name, hash('sha256', $contents))))->facts();
            } catch (Failure $e) {
                $this->store->removeFolder($this->key($code));
                throw ImpossibleScene::because(\sprintf('%s in it is no picture: %s', $name, $e->sentence()));
            }
        }
    }

    public function path(string $code): string
    {
        return $this->root().'/'.$code;
    }

    private static function written(Scene $scene): string
    {
        return json_encode($scene->toArray(), \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR)."\n";
    }

    /** @param array<array-key, mixed> $said */
    private function draft(string $code, array $said): void
    {
        $this->store->write($this->key($code, self::DRAFT), json_encode($said, \JSON_THROW_ON_ERROR));
    }

    private function freeCode(string $name): string
    {
        $stem = trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower(SafeName::of($name))), '-');
        $stem = 'own-'.substr('' === $stem ? 'scene' : $stem, 0, 40);
        for ($number = 1;; ++$number) {
            $code = $stem.(1 === $number ? '' : '-'.$number);
            if (!is_dir($this->path($code))) {
                return $code;
            }
        }
    }

    private function root(): string
    {
        return \dirname($this->store->path($this->key('any')));
    }

    private function key(string $code, string $name = ''): string
    {
        return rtrim(FileStore::SCENES.'/'.$code.'/'.$name, '/');
    }
}
