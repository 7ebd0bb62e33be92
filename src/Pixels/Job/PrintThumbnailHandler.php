<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\PrintFileReader;

/** Makes a print's thumbnail. */
final readonly class PrintThumbnailHandler implements PixelJobHandler
{
    public function __construct(private PrintFileReader $printFiles = new PrintFileReader())
    {
    }

    public function name(): string
    {
        return PrintThumbnailJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = PrintThumbnailJob::fromJson($record);
        KeptPicture::thumbnail($this->printFiles, $job->file, $job->target);

        return [];
    }
}
