<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\ResponseHeaderBag;

/** A file that a person takes away under a name of its own; browsers that know no Unicode get the nearest one. */
final class Attachment
{
    public static function named(BinaryFileResponse $file, string $name): BinaryFileResponse
    {
        return $file->setContentDisposition(
            ResponseHeaderBag::DISPOSITION_ATTACHMENT,
            $name,
            (string) preg_replace('/[^\x20-\x7e]|[%\/\\\\]/', '_', $name),
        );
    }
}
