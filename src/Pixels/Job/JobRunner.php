<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\Delivery\PrintQualityMeasures;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\Colour\OutputColourConverter;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Enlarger\BrokenUpscale;
use Snugfit\Pixels\Finishing\MaskRaster;
use Snugfit\Pixels\ImageSimilarity;
use Snugfit\Pixels\Onnx\OnnxFailed;
use Snugfit\Pixels\PrintFileMaker;
use Snugfit\Pixels\PrintFileReader;
use Snugfit\Pixels\PrintMeasurer;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Reading\DetailRegion;
use Snugfit\Pixels\Reading\DetailRegions;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Reading\MasterReader;
use Snugfit\Pixels\Reading\UnreadableMaster;
use Snugfit\Pixels\ToneReport;
use Snugfit\Pixels\UnwritablePrintFile;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** Does one job inside the child process. */
final readonly class JobRunner
{
    /** Marigold, and how much of it covers the picture where marks are full. */
    private const MARKED = [[1.0, 224.0], [1.0, 161.0], [1.0, 0.0]];
    private const VEIL = 0.7;

    /** Pixels on the long side of a print on a proof sheet. */
    private const SMALL = 420;

    public function __construct(
        private PrintRenderer $pictures,
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
            $job = JsonReader::decode($json, 'a pixel job');
            $facts = match ($job->string('job')) {
                'read' => $this->read($job),
                'print' => $this->print($job, $tell),
                'patch' => $this->patch($job),
                'likeness' => $this->likeness($job),
                'pyramid' => $this->pyramid($job, $tell),
                'spots' => $this->spots($job),
                'tones' => (new ToneReport($this->pictures))->of(Master::open($job->string('master')), Recipe::fromJson($job->string('recipe'))),
                'mask' => $this->mask($job),
                'small' => $this->small($job),
                'check' => $this->printFiles->read($job->string('file'))->toArray(),
                default => throw new \UnexpectedValueException('There is no such pixel job.'),
            };

            return json_encode(['facts' => $facts], \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE);
        } catch (UnreadableMaster|UnwritablePrintFile|ImpossibleRecipe|BrokenUpscale|OnnxFailed $e) {
            return json_encode(['failed' => $e->getMessage()], \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE);
        }
    }

    /** @return array<string, mixed> */
    private function patch(JsonReader $job): array
    {
        $window = new PixelWindow($job->int('x'), $job->int('y'), $job->int('width'), $job->int('height'));
        [$master, $recipe] = [Master::open($job->string('master')), Recipe::fromJson($job->string('recipe'))];
        $colours = OutputColourConverter::of($master, $recipe);
        $patch = $this->pictures->patch($master, $recipe, $window, $job->bool('once'));
        $patch = match ($job->string('shown')) {
            'proof' => $colours->proof($patch, false),
            'gamut' => $colours->proof($patch, true),
            default => $colours->onScreen($patch),
        };
        // Lossless: it is there to be judged.
        self::keep($patch, 'png', $job->string('target'), ['compression' => 3]);

        return [];
    }

    /** @return array<string, mixed> */
    private function likeness(JsonReader $job): array
    {
        $given = $job->has('window') ? $job->record('window') : null;
        $window = null === $given ? null : new PixelWindow($given->int('x'), $given->int('y'), $given->int('width'), $given->int('height'));
        $files = [];
        try {
            $pictures = [];
            foreach (['master' => 'recipe', 'reference' => 'reference_recipe'] as $file => $recipe) {
                $picture = $this->shown(Master::open($job->string($file)), Recipe::fromJson($job->string($recipe))->unmounted(), $window);
                $picture = $picture->hasAlpha() ? $picture->flatten([255.0, 255.0, 255.0]) : $picture;
                if (null === $window) {
                    // Every part has to be reached in any order, whatever its size.
                    $picture->save('vips', $files[] = \sprintf('%s/likeness-%d-%s.v', sys_get_temp_dir(), getmypid(), $file), []);
                    $picture = Image::load('vips', end($files));
                }
                $pictures[] = null === $window ? $picture : $picture->copyToMemory();
            }

            return ImageSimilarity::between(...$pictures)->toArray();
        } finally {
            array_map(static fn (string $file): bool => is_file($file) && unlink($file), $files);
        }
    }

    /** A print's picture as a screen shows it. */
    private function shown(Master $master, Recipe $recipe, ?PixelWindow $window): Image
    {
        return OutputColourConverter::of($master, $recipe)->onScreen(null === $window ? $this->pictures->of($master, $recipe) : $this->pictures->patch($master, $recipe, $window));
    }

    /**
     * @param \Closure(float): void $tell
     *
     * @return array<string, mixed>
     */
    private function pyramid(JsonReader $job, \Closure $tell): array
    {
        [$master, $recipe, $growing] = [Master::open($job->string('master')), Recipe::fromJson($job->string('recipe'))->unmounted(), $job->string('growing')];
        mkdir($growing);
        $picture = OutputColourConverter::of($master, $recipe)->onScreen($this->pictures->of($master, $recipe, $tell));
        $picture->save('dz', $growing.'/tiles', ['tile_size' => PyramidJob::TILE, 'overlap' => 0, 'suffix' => '.png[compression=1]', 'strip' => 1]);
        // Another that was made meanwhile is the same.
        is_dir($job->string('folder')) || rename($growing, $job->string('folder'));

        return [];
    }

    /**
     * Under its name only when whole, and written aside under a name of this process: two that make the same picture at the
     * same time must not write into one file.
     *
     * @param array<string, int> $options
     */
    private static function keep(Image $picture, string $saver, string $target, array $options): void
    {
        $part = \sprintf('%s.%d.part', $target, getmypid());
        $picture->save($saver, $part, $options);
        rename($part, $target);
    }

    /** A print as a screen shows it, on white where it is transparent. */
    private function keepSmall(string $print, string $target): void
    {
        $this->printFiles->inPicture($print, static function (string $file) use ($target): void {
            $small = Image::thumbnailOf($file, self::SMALL)->colourspace(Interpretation::Srgb);
            self::keep(($small->hasAlpha() ? $small->flatten([255.0, 255.0, 255.0]) : $small)->without('exif-data', 'xmp-data', 'icc-profile-data'), 'jpeg', $target, ['Q' => 82]);
        });
    }

    /** @return array<string, mixed> */
    private function small(JsonReader $job): array
    {
        $this->keepSmall($job->string('file'), $job->string('target'));

        return [];
    }

    /** @return array<string, mixed> */
    private function mask(JsonReader $job): array
    {
        $grid = (new MaskRaster(PaintedMask::fromList($job->toArray()['marks'] ?? null)))->grid(new PixelSize($job->int('width'), $job->int('height')));
        $colour = $grid->linear(0.0, 0.0)->linearByBand(self::MARKED)->cast(BandFormat::Byte);
        $marked = $colour->join($grid->linear(self::VEIL, 0.0)->roundTo(BandFormat::Byte))->withInterpretation(Interpretation::Srgb);
        self::keep($marked, 'png', $job->string('target'), []);

        return [];
    }

    /** @return array<string, mixed> */
    private function spots(JsonReader $job): array
    {
        $picture = WorkingSpaceConverter::toSrgb(Master::open($job->string('picture'))->picture());

        return ['spots' => array_map(static fn (DetailRegion $region): array => $region->toArray(), (new DetailRegions())->of($picture))];
    }

    /** @return array<string, mixed> */
    private function read(JsonReader $job): array
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
    private function print(JsonReader $job, \Closure $tell): array
    {
        $recipe = Recipe::fromJson($job->string('recipe'));
        (new PrintFileMaker($this->pictures))->make($job->string('master'), $recipe, $job->string('target'), $tell);
        $found = $this->printFiles->read($job->string('target'));
        $proof = $job->optionalString('proof');
        if (null !== $proof) {
            $this->keepSmall($job->string('target'), $proof);
        }
        // A file of the wrong size is told by that; its picture could not be laid beside the plan.
        if (!$found->size->equals($recipe->size())) {
            return $found->toArray();
        }

        $master = Master::open($job->string('master'));
        $measurer = new PrintMeasurer($this->pictures);

        return $found->with($this->printFiles->inPicture($job->string('target'), static fn (string $file): PrintQualityMeasures => $measurer->measure($master, $recipe, $file, $job->optionalString('copy'))))->toArray();
    }
}
