<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;

/** That a file's bytes were read and held against the hash that they should have. */
#[ORM\Entity]
#[ORM\Table(name: 'file_check')]
class FileCheck
{
    /** The file's key. */
    #[ORM\Id]
    #[ORM\Column(name: 'file', length: 1200)]
    public readonly string $file;

    /** That the bytes should have. */
    #[ORM\Column(name: 'sha256', length: 64)]
    public readonly string $sha256;

    /** Size, number, and times of the file when it was read: while they stay, nobody has written to it. */
    #[ORM\Column(length: 120)]
    public readonly string $stat;

    /** Unix time. */
    #[ORM\Column]
    public readonly int $checkedAt;

    #[ORM\Column]
    public readonly bool $isRight;

    public function __construct(string $file, string $sha256, string $stat, int $checkedAt, bool $isRight)
    {
        [$this->file, $this->sha256, $this->stat, $this->checkedAt, $this->isRight] = [$file, $sha256, $stat, $checkedAt, $isRight];
    }
}
