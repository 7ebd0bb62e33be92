<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\PreparedFacts;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\MakePrintJob;
use Snugfit\Pixels\Job\ReadMasterJob;
use Snugfit\Work\Child\CpuCount;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Folder\FolderScanner;

/** Repairs pictures without a shop: each is prepared, and written at its own size. */
final readonly class RepairRun
{
    private const PPI = 300.0;

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
        return MasterFacts::fromRecord($this->processes->start(new ReadMasterJob(new JobMaster($in)))->facts())->size;
    }

    /** @throws PixelJobFailed */
    public function make(string $in, string $out, EditList $edits): PreparedFacts
    {
        $format = self::format($out);
        is_dir(\dirname($out)) || @mkdir(\dirname($out), 0o755, true);
        $processes = $this->processes->withThreads(CpuCount::count());
        $sha256 = (string) hash_file('sha256', $in);
        $master = new JobMaster($in, $sha256);
        $prepared = PreparedFacts::fromRecord($processes->start(new ReadMasterJob($master, edits: $edits))->facts());
        $facts = $prepared->facts;
        $recipe = new Recipe(
            new Frame($facts->size, PixelWindow::whole($facts->size)),
            new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), $facts->size),
            new Write(
                $format,
                Ppi::of($facts->ppiTag ?? self::PPI),
                $facts->bits > 8 && $format->keepsSixteenBits() ? 16 : 8,
                $facts->isTransparent && $format->keepsTransparency(),
            ),
            repair: $edits->effective(),
        );
        $processes->start(new MakePrintJob($master, $recipe->canonicalJson(), $out))->facts();

        return $prepared;
    }
}
