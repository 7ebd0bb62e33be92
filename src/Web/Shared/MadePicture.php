<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Pixels\Job\PixelJob;
use Snugfit\Shop\Vault;
use Snugfit\Work\Child\PixelBench;
use Snugfit\Work\Child\PixelWorkFailed;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Response;

/** A picture that is made when it is first looked at, and kept under a name that says what is in it. */
final readonly class MadePicture
{
    public function __construct(private PixelBench $bench, private Vault $vault)
    {
    }

    /** @param \Closure(string): PixelJob $job gets the path that it is made at */
    public function answer(string $key, \Closure $job): Response
    {
        if (!$this->vault->has($key)) {
            try {
                $this->bench->start($job($this->vault->path($key)))->facts();
            } catch (PixelWorkFailed $e) {
                return new Response($e->getMessage(), Response::HTTP_UNPROCESSABLE_ENTITY, ['Content-Type' => 'text/plain; charset=utf-8']);
            }
        }

        return new BinaryFileResponse($this->vault->path($key), headers: ['Content-Type' => 'image/png', 'Cache-Control' => 'private, max-age=3600'], public: false);
    }
}
