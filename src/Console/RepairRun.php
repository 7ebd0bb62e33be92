<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Repair\EditList;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\MasterSizeJob;
use Snugfit\Pixels\Job\WriteRepairedJob;
use Snugfit\Work\Child\CpuCount;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Folder\FolderScanner;

/** Repairs pictures without a shop: each is prepared, and written at its own size. */
final readonly class RepairRun
{
    public function __construct(private PixelProcessPool $processes)
    {
    }

    /**
     * @return array<string, string> what to write by what to read: one file, or all pictures of a folder under their names
     *
     * @throws \InvalidArgumentException
     */
    public static function files(string $in, string $out): array
    {
        if (is_file($in)) {
            if (realpath($in) === realpath($out)) {
                throw new \InvalidArgumentException('The result cannot take the master\'s place; give it another name.');
            }

            self::format($out);

            return [$in => $out];
        }
        if (!is_dir($in)) {
            throw new \InvalidArgumentException(\sprintf('There is no file or folder "%s".', $in));
        }
        $files = [];
        foreach ((new FolderScanner())->files($in, $out) as $name => $path) {
            $files[$path] = \sprintf('%s/%s.png', $out, preg_replace('/\.[^.\/]+$/', '', $name));
        }
        if (\count(array_unique($files)) < \count($files)) {
            throw new \InvalidArgumentException('Two pictures of that folder differ in their endings alone; give one another name.');
        }

        return $files;
    }

    /** @throws \InvalidArgumentException */
    private static function format(string $out): FileFormat
    {
        return match (strtolower(pathinfo($out, \PATHINFO_EXTENSION))) {
            'png' => FileFormat::Png,
            'tif', 'tiff' => FileFormat::Tiff,
            'webp' => FileFormat::Webp,
            'jpg', 'jpeg' => FileFormat::Jpeg,
            default => throw new \InvalidArgumentException('The result is a .png, .tif, .webp or .jpg file.'),
        };
    }

    /** @throws PixelJobFailed */
    public function size(string $in): PixelSize
    {
        return PixelSize::fromRecord($this->processes->start(new MasterSizeJob(new JobMaster($in)))->facts());
    }

    /** @throws PixelJobFailed */
    public function make(string $in, string $out, EditList $edits): RepairedFile
    {
        $format = self::format($out);
        is_dir(\dirname($out)) || @mkdir(\dirname($out), 0o755, true);
        $job = new WriteRepairedJob(new JobMaster($in, (string) hash_file('sha256', $in)), $edits, $format, $out);

        return RepairedFile::fromRecord($this->processes->withThreads(CpuCount::count())->start($job)->facts());
    }
}
