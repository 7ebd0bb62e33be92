<?php

declare(strict_types=1);

namespace Snugfit\Web\TestStrip;

use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\SimilarityJob;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Child\StoredMasters;
use Symfony\Contracts\Cache\CacheInterface;

/** PSNR and SSIM of a column against the reference, measured once. */
final readonly class ReferenceComparison
{
    public function __construct(private PixelProcessPool $processes, private StoredMasters $masters, private CacheInterface $cache)
    {
    }

    /**
     * @return array{psnr: ?float, ssim: float} decibels, null where both are the same; luma, without the 4 px at the border
     *
     * @throws PixelJobFailed
     */
    public function of(StripImage $shown, StripImage $reference, ?PixelWindow $window): array
    {
        return $this->cache->get(
            SimilarityJob::key($shown->file, $shown->recipe, $reference->file, $reference->recipe, $window),
            function () use ($shown, $reference, $window): array {
                $path = fn (StripImage $one): JobMaster => $this->masters->of($one->file);
                $facts = $this->processes
                    ->start(new SimilarityJob($path($shown), $shown->recipe, $path($reference), $reference->recipe, $window))
                    ->facts();

                return ['psnr' => $facts->optionalFloat('psnr'), 'ssim' => $facts->float('ssim')];
            },
        );
    }
}
