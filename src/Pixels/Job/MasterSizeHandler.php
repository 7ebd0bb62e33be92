<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;

/** Tells sizes. */
final readonly class MasterSizeHandler implements PixelJobHandler
{
    public function __construct(private JobMasters $masters)
    {
    }

    public function name(): string
    {
        return MasterSizeJob::name();
    }

    /** @return array{width: int, height: int} */
    public function handle(JsonReader $record, \Closure $tell): array
    {
        $size = $this->masters->open(MasterSizeJob::fromJson($record)->master)->size();

        return ['width' => $size->width, 'height' => $size->height];
    }
}
