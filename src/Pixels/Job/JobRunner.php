<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Record;
use Snugfit\Pixels\MasterReader;
use Snugfit\Pixels\PrintFileMaker;
use Snugfit\Pixels\PrintFileReader;
use Snugfit\Pixels\UnreadableMaster;
use Snugfit\Pixels\UnwritablePrintFile;

/** Does one job inside the child process. */
final readonly class JobRunner
{
    public function __construct(
        private MasterReader $masters = new MasterReader(),
        private PrintFileMaker $maker = new PrintFileMaker(),
        private PrintFileReader $printFiles = new PrintFileReader(),
    ) {
    }

    /** @return string the answer as JSON: {"facts": …}, or {"failed": a sentence} */
    public function run(string $json): string
    {
        try {
            $job = Record::decode($json, 'a pixel job');
            $facts = match ($job->string('job')) {
                'read' => $this->read($job),
                'print' => $this->print($job),
                default => throw new \UnexpectedValueException('There is no such pixel job.'),
            };

            return json_encode(['facts' => $facts], \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE);
        } catch (UnreadableMaster|UnwritablePrintFile|ImpossibleRecipe $e) {
            return json_encode(['failed' => $e->getMessage()], \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE);
        }
    }

    /** @return array<string, mixed> */
    private function read(Record $job): array
    {
        $previews = [];
        foreach ($job->records('previews') as $preview) {
            $previews[$preview->int('side')] = $preview->string('path');
        }

        return $this->masters->read($job->string('master'), $previews)->toArray();
    }

    /** @return array<string, mixed> */
    private function print(Record $job): array
    {
        $this->maker->make($job->string('master'), Recipe::fromJson($job->string('recipe')), $job->string('target'));

        return $this->printFiles->read($job->string('target'))->toArray();
    }
}
