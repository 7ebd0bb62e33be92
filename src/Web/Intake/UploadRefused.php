<?php

declare(strict_types=1);

namespace Snugfit\Web\Intake;

use Snugfit\Work\Intake\UploadFailed;
use Snugfit\Work\Intake\UploadProblem;
use Symfony\Component\HttpKernel\Exception\HttpException;

/** An upload cannot go on; the message is for the person. */
final class UploadRefused extends HttpException
{
    public static function because(UploadFailed $e): self
    {
        $status = match ($e->problem) {
            UploadProblem::Unknown => 404,
            UploadProblem::TooMuch => 413,
            UploadProblem::TooMany => 429,
            UploadProblem::DiskFull => 507,
            UploadProblem::Busy => 423,
            UploadProblem::OtherOffset => 409,
            UploadProblem::Unsuitable => 422,
        };

        return new self($status, $e->getMessage(), $e);
    }

    public static function tooLarge(int $largest): self
    {
        return new self(413, \sprintf('The file is larger than %d MB, the most that is taken.', intdiv($largest, 1024 * 1024)));
    }

    public static function malformed(string $what): self
    {
        return new self(400, $what.' is missing or not as the protocol wants it.');
    }
}
