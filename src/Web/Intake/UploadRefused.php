<?php

declare(strict_types=1);

namespace Snugfit\Web\Intake;

use Symfony\Component\HttpKernel\Exception\HttpException;

/** An upload cannot go on; the message is for the person. */
final class UploadRefused extends HttpException
{
    public static function unknown(): self
    {
        return new self(404, 'This upload is not known here any more. Drop the file again.');
    }

    public static function tooLarge(int $largest): self
    {
        return new self(413, \sprintf('The file is larger than %d MB, the most that is taken.', intdiv($largest, 1024 * 1024)));
    }

    public static function tooMuch(): self
    {
        return new self(413, 'More bytes came than were announced. Drop the file again.');
    }

    public static function diskFull(): self
    {
        return new self(507, 'The disk has no room for this file. Make room and drop it again.');
    }

    public static function busy(): self
    {
        return new self(423, 'Another part of this file is just arriving.');
    }

    public static function otherOffset(): self
    {
        return new self(409, 'This part does not follow the last one that arrived.');
    }

    public static function unsuitable(string $sentence): self
    {
        return new self(422, $sentence);
    }

    public static function malformed(string $what): self
    {
        return new self(400, $what.' is missing or not as the protocol wants it.');
    }
}
