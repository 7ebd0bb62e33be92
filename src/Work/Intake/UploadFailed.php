<?php

declare(strict_types=1);

namespace Snugfit\Work\Intake;

/** An upload cannot go on; the message is a sentence for the person. */
final class UploadFailed extends \RuntimeException
{
    private function __construct(public readonly UploadProblem $problem, string $sentence)
    {
        parent::__construct($sentence);
    }

    public static function unknown(): self
    {
        return new self(UploadProblem::Unknown, 'This upload is not known here any more. Drop the file again.');
    }

    public static function tooMuch(): self
    {
        return new self(UploadProblem::TooMuch, 'More bytes came than were announced. Drop the file again.');
    }

    public static function tooMany(): self
    {
        return new self(UploadProblem::TooMany, 'Too many files are on their way at once. Wait until some have arrived.');
    }

    public static function diskFull(): self
    {
        return new self(UploadProblem::DiskFull, 'The disk has no room for this file. Make room and drop it again.');
    }

    public static function busy(): self
    {
        return new self(UploadProblem::Busy, 'Another part of this file is just arriving.');
    }

    public static function otherOffset(): self
    {
        return new self(UploadProblem::OtherOffset, 'This part does not follow the last one that arrived.');
    }

    public static function unsuitable(string $sentence): self
    {
        return new self(UploadProblem::Unsuitable, $sentence);
    }
}
