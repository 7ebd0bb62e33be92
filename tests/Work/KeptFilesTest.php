<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work;

use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\FileIntegrity;
use Snugfit\Shop\FileStore;
use Snugfit\Tests\Shop\ShopTestCase;
use Snugfit\Work\Health\HealthTopic;
use Snugfit\Work\Health\ShopHealth;
use Snugfit\Work\Keeping\KeptFilesCheck;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;

/** What lies on the disk is not trusted because it lies there. */
final class KeptFilesTest extends ShopTestCase
{
    public function test_a_sound_shop_is_found_sound(): void
    {
        $this->delivered();
        [$code, $report] = $this->verify();
        self::assertSame([0, 1, 2, [], [], 0], [$code, $report['masters'], $report['prints'], $report['wrong'], $report['missing'], $report['taken_away']]);
    }

    public function test_one_bit_in_a_print_is_found_and_the_print_made_again(): void
    {
        $batch = $this->delivered();
        $path = $this->printPath($batch, '4x6');
        $whole = hash_file('sha256', $path);
        $this->flip($path);
        [$code, $report] = $this->verify();
        self::assertSame([1, 1], [$code, \count($report['wrong'])]);
        self::assertStringContainsString('4x6', $report['wrong'][0]['file']);
        self::assertSame([HealthTopic::Files], array_column(array_filter($this->service(ShopHealth::class)->findings(), static fn ($one): bool => HealthTopic::Files === $one->topic), 'topic'));

        $this->browser->request('GET', '/print-files/'.$this->file($batch, '4x6')->id());
        self::assertResponseStatusCodeSame(409);
        self::assertNotContains(basename($path), $this->zipped($batch), 'it does not go into the ZIP');
        self::assertContains(basename($this->printPath($batch, '5x7')), $this->zipped($batch));

        $batch = $this->again($batch);
        $this->press($batch);
        self::assertSame([PrintFileState::Made, PrintFileState::Unchanged], [$this->file($batch, '4x6')->state(), $this->file($batch, '5x7')->state()]);
        self::assertSame($whole, hash_file('sha256', $path), 'same master, same recipe, same file');
        self::assertSame(0, $this->verify()[0]);
    }

    /** A print that was changed in the very second it was delivered, its size and times as before. */
    public function test_a_change_that_the_clock_does_not_show_is_found_all_the_same(): void
    {
        $batch = $this->delivered();
        $path = $this->printPath($batch, '4x6');
        $this->service(FileIntegrity::class)->isIntact($this->deliveries()->key($batch, basename($path)), (string) hash_file('sha256', $path));
        $at = filemtime($path);
        $this->flip($path);
        touch($path, (int) $at);
        $this->press($batch);
        self::assertSame(PrintFileState::Made, $this->file($batch, '4x6')->state());
    }

    public function test_the_manifest_of_a_zip_lists_what_is_in_it(): void
    {
        $batch = $this->delivered();
        unlink($this->printPath($batch, '4x6'));
        $names = $this->zipped($batch);
        $listed = [];
        foreach ($this->zipManifest($batch)['files'] as $entry) {
            $listed[$entry['product']] = [$entry['output']['path'] ?? null, $entry['reason']];
        }
        self::assertNull($listed['4x6'][0]);
        self::assertStringContainsString('Start a run', $listed['4x6'][1]);
        self::assertContains($listed['5x7'][0], $names);
        self::assertSame(1, $this->verify()[1]['taken_away'], 'a delivery that somebody carried away is no fault');
    }

    public function test_a_master_that_is_gone_or_altered_is_named(): void
    {
        $batch = $this->delivered();
        $master = $this->again($batch)->artworks()[0]->master();
        $path = $this->service(FileStore::class)->path(FileStore::masterKey($master));
        $bytes = (string) file_get_contents($path);
        chmod($path, 0o644);
        $this->flip($path);
        self::assertSame('harbour.png', $this->verify()[1]['wrong'][0]['title']);
        unlink($path);
        self::assertSame('harbour.png', $this->verify()[1]['missing'][0]['title']);

        file_put_contents($this->data.'/tmp/again', $bytes);
        $this->service(FileStore::class)->keepMaster($this->data.'/tmp/again');
        self::assertSame(0, $this->verify()[0]);
    }

    public function test_the_slow_check_reads_what_was_not_read_for_longest_and_looks_at_faults_again(): void
    {
        $batch = $this->delivered();
        $overdue = fn (): int => \count([...$this->service(KeptFilesCheck::class)->overdue(time() - 1000)]);
        self::assertSame([3, 0], [$overdue(), $overdue()]);
        $this->entities()->getConnection()->executeStatement("UPDATE file_check SET checked_at = 0 WHERE file LIKE '%5x7%'");
        $this->flip($this->printPath($batch, '5x7'));
        self::assertSame(1, $overdue());
        self::assertSame(['deliveries/0001/harbour-5x7-2100x1500-300ppi.jpg'], $this->service(FileIntegrity::class)->wrong());
        self::assertSame(1, $overdue(), 'a fault is looked at again');
        $this->flip($this->printPath($batch, '5x7'));
        $overdue();
        self::assertSame([], $this->service(FileIntegrity::class)->wrong());
    }

    /** Found in a busy shop: the check read on while others wrote, could not write itself any more, and began again and again. */
    public function test_the_slow_check_goes_on_while_others_write(): void
    {
        $this->delivered();
        $other = new \PDO('sqlite:'.$this->data.'/shop.sqlite');
        $read = 0;
        foreach ($this->service(KeptFilesCheck::class)->overdue(time() + 1000) as $result) {
            self::assertFalse($result->isFault());
            $other->exec(\sprintf("UPDATE batch SET name = 'Renamed %d'", ++$read));
        }
        self::assertSame(3, $read);
    }

    private function delivered(): Batch
    {
        $batch = $this->batch(['4x6', '5x7']);
        $this->give($batch, 'harbour.png', 900, 600);
        $this->press($batch);

        return $batch;
    }

    private function flip(string $path): void
    {
        $file = fopen($path, 'r+') ?: throw new \LogicException();
        fseek($file, -30, \SEEK_END);
        $byte = (string) fread($file, 1);
        fseek($file, -30, \SEEK_END);
        fwrite($file, \chr(\ord($byte) ^ 1));
        fclose($file);
    }

    private function file(Batch $batch, string $product): PrintFile
    {
        foreach ($this->lastFiles($batch) as $file) {
            if ($product === $file->productCode()) {
                return $file;
            }
        }
        throw new \LogicException();
    }

    private function printPath(Batch $batch, string $product): string
    {
        return $this->deliveries()->folderPath($batch).'/'.$this->file($batch, $product)->path();
    }

    /**
     * @return array{int, array{masters: int, prints: int, wrong: list<array{file: string, title: string}>,
     *     missing: list<array{file: string, title: string}>, taken_away: int}}
     */
    private function verify(): array
    {
        $tester = new CommandTester((new Application(static::$kernel ?? throw new \LogicException()))->find('verify'));
        $code = $tester->execute(['--json' => true]);

        /** @var array{masters: int, prints: int, wrong: list<array{file: string, title: string}>, missing: list<array{file: string, title: string}>, taken_away: int} $report */
        $report = json_decode($tester->getDisplay(), true, flags: \JSON_THROW_ON_ERROR);

        return [$code, $report];
    }

    private function zip(Batch $batch): \ZipArchive
    {
        ob_start();
        $this->browser->request('GET', "/batches/{$batch->id()}/parcel.zip");
        file_put_contents($this->data.'/tmp/parcel.zip', $this->browser->getInternalResponse()->getContent());
        ob_end_clean();
        $zip = new \ZipArchive();
        self::assertTrue($zip->open($this->data.'/tmp/parcel.zip'));

        return $zip;
    }

    /** @return list<string> */
    private function zipped(Batch $batch): array
    {
        $zip = $this->zip($batch);

        return array_map(static fn (int $i): string => (string) $zip->getNameIndex($i), range(0, $zip->numFiles - 1));
    }

    /** @return array{files: list<array{product: string, output: ?array{path: string}, reason: string}>} */
    private function zipManifest(Batch $batch): array
    {
        /** @var array{files: list<array{product: string, output: ?array{path: string}, reason: string}>} $manifest */
        $manifest = json_decode((string) $this->zip($batch)->getFromName('manifest.json'), true, flags: \JSON_THROW_ON_ERROR);

        return $manifest;
    }
}
