<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;

/** Make a print file and read it back for preflight. */
final readonly class MakePrintJob implements PixelJob
{
    /**
     * @param string  $recipe canonical JSON, passed through as it is
     * @param ?string $proof  where to put the print, small, for a proof sheet
     * @param ?string $copy   of the master, small, to lay beside the print
     */
    public function __construct(
        public JobMaster $master,
        public string $recipe,
        public string $target,
        public ?string $proof = null,
        public ?string $copy = null,
    ) {
    }

    public static function name(): string
    {
        return 'print';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(
            JobMaster::fromJson($job->record('master')),
            $job->string('recipe'),
            JobPath::in($job, 'target'),
            $job->has('proof') ? JobPath::in($job, 'proof') : null,
            $job->has('copy') ? JobPath::in($job, 'copy') : null,
        );
    }

    public function toArray(): array
    {
        return [
            'master' => $this->master->toArray(),
            'recipe' => $this->recipe,
            'target' => JobPath::encoded($this->target),
            'proof' => null === $this->proof ? null : JobPath::encoded($this->proof),
            'copy' => null === $this->copy ? null : JobPath::encoded($this->copy),
        ];
    }

    public function files(): JobFiles
    {
        return new JobFiles([$this->master->path], [$this->target, $this->proof, $this->copy]);
    }

    public function timeLimit(): float
    {
        return 6 * 3600;
    }
}
