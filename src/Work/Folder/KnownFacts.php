<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Shop\CodeVersion;
use Snugfit\Shop\DataFolder;

/** What was read from masters before, under the hash of their content and of the code that read them. */
final readonly class KnownFacts
{
    public function __construct(private DataFolder $data, private CodeVersion $code, private ContentHashes $hashes)
    {
    }

    public function of(string $master): ?MasterFacts
    {
        $sha256 = $this->hashes->sha256($master);
        $json = null === $sha256 ? false : @file_get_contents($this->path($sha256));
        try {
            return false === $json ? null : MasterFacts::fromRecord(JsonReader::decode($json, 'kept facts'));
        } catch (MalformedJson|\ValueError) {
            return null;
        }
    }

    public function learn(string $master, MasterFacts $facts): void
    {
        $this->hashes->learn($master, $facts->sha256);
        AtomicFile::write(
            $this->path($facts->sha256),
            json_encode($facts->toArray(), \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE),
        );
    }

    private function path(string $sha256): string
    {
        return \sprintf('%s/masters/%s/%s-%s.json', $this->data->facts(), substr($sha256, 0, 2), $sha256, $this->code->hash);
    }
}
