<?php

declare(strict_types=1);

namespace Snugfit\Work\Lettering;

use Psr\Cache\CacheItemPoolInterface;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\GlyphLine;
use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Lettering\Typesetter;
use Snugfit\Core\Lettering\Words;
use Snugfit\Pixels\Job\SetWordsJob;
use Snugfit\Pixels\Lettering\Face;
use Snugfit\Pixels\Lettering\FaceShelf;
use Snugfit\Shop\CodeVersion;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;

/**
 * Has words set in a child process, since typefaces are files that people give, and keeps what came of it: a batch has the same
 * words on many products, and asks for them again with every page.
 */
final class ChildTypesetter implements Typesetter
{
    private const FOR = 30 * 86400;

    /** Words that are set at a time. */
    private const AT_ONCE = 200;

    /** @var array<string, GlyphLine> */
    private array $known = [];

    public function __construct(
        private readonly FaceShelf $faces,
        private readonly PixelProcessPool $processes,
        private readonly CacheItemPoolInterface $cache,
        private readonly CodeVersion $code,
    ) {
    }

    public function set(array $words): array
    {
        $faces = [];
        foreach ($words as $one) {
            $faces[$one->face->code] ??= $this->faces->face($one->face->code);
        }
        $missing = [];
        foreach ($words as $one) {
            $key = $this->key($one, $faces[$one->face->code]);
            if (!isset($this->known[$key])) {
                $kept = $this->cache->getItem($key)->get();
                $kept instanceof GlyphLine ? $this->known[$key] = $kept : $missing[$key] = $one;
            }
        }
        foreach (array_chunk($missing, self::AT_ONCE, true) as $some) {
            $this->setNow($some, $faces);
        }

        return array_map(fn (Words $one): GlyphLine => $this->known[$this->key($one, $faces[$one->face->code])], $words);
    }

    /**
     * @param non-empty-array<string, Words> $words by key
     * @param array<string, Face>            $faces
     */
    private function setNow(array $words, array $faces): void
    {
        $needed = array_intersect_key($faces, array_flip(array_map(static fn (Words $one): string => $one->face->code, $words)));
        try {
            $lines = $this->processes->start(new SetWordsJob(array_values($words), $needed))->facts()->records('lines');
        } catch (PixelJobFailed $e) {
            throw ImpossibleLettering::failed($e->getMessage(), $e);
        }
        foreach (array_keys($words) as $i => $key) {
            $this->known[$key] = GlyphLine::fromRecord($lines[$i] ?? JsonReader::of([], 'a line of words'));
            $this->cache->saveDeferred($this->cache->getItem($key)->set($this->known[$key])->expiresAfter(self::FOR));
        }
        $this->cache->commit();
    }

    /** A file that was put in another's place is another typeface. */
    private function key(Words $words, Face $face): string
    {
        $files = array_map(static fn (string $path): string => $path.filesize($path).filemtime($path), $face->files);

        return 'words.'.hash('xxh128', serialize([$this->code->hash, $files, $words->key()]));
    }
}
