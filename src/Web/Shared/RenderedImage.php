<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Pixels\Job\PixelJob;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Response;

/** A picture that is made when it is first looked at, and kept under a name that says what is in it. */
final readonly class RenderedImage
{
    public function __construct(private PixelProcessPool $processes, private FileStore $store)
    {
    }

    /**
     * @param \Closure(string): PixelJob $job     gets the path that it is made at
     * @param int                        $threads more than one where it is the only picture that is waited for
     */
    public function answer(string $key, \Closure $job, string $type = 'image/png', int $threads = 1): Response
    {
        if (!$this->store->has($key)) {
            try {
                $this->processes->withThreads($threads)->start($job($this->store->path($key)))->facts();
            } catch (PixelJobFailed $e) {
                return new Response($e->getMessage(), Response::HTTP_UNPROCESSABLE_ENTITY, ['Content-Type' => 'text/plain; charset=utf-8']);
            }
        }

        return new BinaryFileResponse(
            $this->store->path($key),
            headers: ['Content-Type' => $type, 'Cache-Control' => 'private, max-age=3600'],
            public: false,
        );
    }
}
