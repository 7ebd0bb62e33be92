<?php

declare(strict_types=1);

namespace Snugfit\Web\TestStrip;

use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Job\LikenessJob;
use Snugfit\Shop\Vault;
use Snugfit\Work\Child\PixelBench;
use Snugfit\Work\Child\PixelWorkFailed;
use Symfony\Contracts\Cache\CacheInterface;

/** PSNR and SSIM of a column against the reference, measured once. */
final readonly class LikenessToReference
{
    public function __construct(private PixelBench $bench, private Vault $vault, private CacheInterface $cache)
    {
    }

    /**
     * @return array{psnr: ?float, ssim: float} decibels, null where both are the same; luma, without the 4 px at the border
     *
     * @throws PixelWorkFailed
     */
    public function of(StripPicture $shown, StripPicture $reference, ?PixelWindow $window): array
    {
        return $this->cache->get(LikenessJob::key($shown->file, $shown->recipe, $reference->file, $reference->recipe, $window), function () use ($shown, $reference, $window): array {
            $path = fn (StripPicture $one): string => $this->vault->path(Vault::masterKey($one->file));
            $facts = $this->bench->start(new LikenessJob($path($shown), $shown->recipe, $path($reference), $reference->recipe, $window))->facts();

            return ['psnr' => $facts->optionalFloat('psnr'), 'ssim' => $facts->float('ssim')];
        });
    }
}
