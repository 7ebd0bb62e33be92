<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Record;
use Snugfit\Pixels\Enlarger\BrokenEnlargement;
use Snugfit\Pixels\Master;
use Snugfit\Pixels\MasterReader;
use Snugfit\Pixels\Onnx\OnnxFailed;
use Snugfit\Pixels\PrintColour;
use Snugfit\Pixels\PrintFileMaker;
use Snugfit\Pixels\PrintFileReader;
use Snugfit\Pixels\Spot;
use Snugfit\Pixels\Spots;
use Snugfit\Pixels\UnreadableMaster;
use Snugfit\Pixels\UnwritablePrintFile;

/** Does one job inside the child process. */
final readonly class JobRunner
{
    public function __construct(
        private PrintFileMaker $maker,
        private MasterReader $masters = new MasterReader(),
        private PrintFileReader $printFiles = new PrintFileReader(),
    ) {
    }

    /**
     * @param \Closure(float): void $tell hears which share of the enlarging is done
     *
     * @return string the answer as JSON: {"facts": …}, or {"failed": a sentence}
     */
    public function run(string $json, \Closure $tell): string
    {
        try {
            $job = Record::decode($json, 'a pixel job');
            $facts = match ($job->string('job')) {
                'read' => $this->read($job),
                'print' => $this->print($job, $tell),
                'patch' => $this->patch($job),
                'spots' => $this->spots($job),
                default => throw new \UnexpectedValueException('There is no such pixel job.'),
            };

            return json_encode(['facts' => $facts], \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE);
        } catch (UnreadableMaster|UnwritablePrintFile|ImpossibleRecipe|BrokenEnlargement|OnnxFailed $e) {
            return json_encode(['failed' => $e->getMessage()], \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE);
        }
    }

    /** @return array<string, mixed> */
    private function patch(Record $job): array
    {
        $window = new PixelWindow($job->int('x'), $job->int('y'), $job->int('width'), $job->int('height'));
        $patch = $this->maker->patch(Master::open($job->string('master')), Recipe::fromJson($job->string('recipe')), $window);
        // Lossless: it is there to be judged.
        $patch->save('png', $job->string('target').'.part', ['compression' => 3]);
        rename($job->string('target').'.part', $job->string('target'));

        return [];
    }

    /** @return array<string, mixed> */
    private function spots(Record $job): array
    {
        $picture = PrintColour::toSrgb(Master::open($job->string('picture'))->picture());

        return ['spots' => array_map(static fn (Spot $spot): array => $spot->toArray(), (new Spots())->of($picture))];
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

    /**
     * @param \Closure(float): void $tell
     *
     * @return array<string, mixed>
     */
    private function print(Record $job, \Closure $tell): array
    {
        $this->maker->make($job->string('master'), Recipe::fromJson($job->string('recipe')), $job->string('target'), $tell);

        return $this->printFiles->read($job->string('target'))->toArray();
    }
}
