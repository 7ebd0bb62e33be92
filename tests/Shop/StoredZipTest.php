<?php

declare(strict_types=1);

namespace Snugfit\Tests\Shop;

use PHPUnit\Framework\TestCase;
use Snugfit\Shop\StoredZip;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/** Read back by libzip and by Info-ZIP's unzip. */
final class StoredZipTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/snugfit-zip-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        (new Filesystem())->remove($this->folder);
    }

    public function test_files_come_out_as_they_went_in(): void
    {
        $contents = ['plain.txt' => 'hello', 'a/b/ünder 🐧.jpg' => random_bytes(700_000), 'empty' => '', '12' => 'a name that is a number'];
        $path = $this->zip($contents);
        $zip = new \ZipArchive();
        self::assertTrue($zip->open($path, \ZipArchive::CHECKCONS));
        self::assertSame(4, $zip->count());
        foreach ($contents as $name => $content) {
            self::assertSame($content, $zip->getFromName((string) $name));
        }
        (new Process(['unzip', '-t', $path]))->mustRun();
    }

    public function test_an_empty_archive_is_one(): void
    {
        self::assertSame(22, filesize($this->zip([])), 'the end record alone');
    }

    public function test_more_files_than_sixteen_bits_count(): void
    {
        file_put_contents($this->folder.'/one', 'x');
        $names = array_map(static fn (int $i): string => "n$i", range(1, 66_000));
        $zip = new StoredZip(array_fill_keys($names, $this->folder.'/one'));
        $path = $this->keep($zip);
        $read = new \ZipArchive();
        self::assertTrue($read->open($path));
        self::assertSame([66_000, 'x'], [$read->count(), $read->getFromName('n66000')]);
    }

    /** @param array<array-key, string> $contents */
    private function zip(array $contents): string
    {
        $files = [];
        foreach ($contents as $name => $content) {
            $path = $this->folder.'/'.bin2hex(random_bytes(4));
            file_put_contents($path, $content);
            $files[(string) $name] = $path;
        }

        return $this->keep(new StoredZip($files));
    }

    private function keep(StoredZip $zip): string
    {
        $path = $this->folder.'/out.zip';
        $out = fopen($path, 'w') ?: throw new \LogicException();
        foreach ($zip->bytes() as $bytes) {
            fwrite($out, $bytes);
        }
        fclose($out);
        self::assertSame($zip->length(), filesize($path));

        return $path;
    }
}
