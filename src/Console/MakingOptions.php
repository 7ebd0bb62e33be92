<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Core\Output\Compression;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Output\RenderingIntent;
use Snugfit\Core\Output\SizeLimit;
use Snugfit\Core\Product\ImpossibleProduct;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\RenderOptions;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Upscale\UpscaleMethod;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputOption;

/** What a command's options ask of the making. All methods throw InvalidArgumentException with a sentence. */
final readonly class MakingOptions
{
    private const OTHER_FORMATS = ['jpg' => FileFormat::Jpeg, 'tif' => FileFormat::Tiff];

    public function __construct(private Options $option)
    {
    }

    /** The options that are read here. */
    public static function addTo(Command $command): void
    {
        self::addPixelOptions($command);
        self::addFileOptions($command);
    }

    /** How pictures are enlarged and finished. */
    private static function addPixelOptions(Command $command): void
    {
        $command->addOption(
            'way',
            null,
            InputOption::VALUE_REQUIRED,
            'How to enlarge: auto, or '.UpscaleMethod::names().'; or traced: as outlines',
            'auto',
        )
            ->addOption('strength', null, InputOption::VALUE_REQUIRED, '0 to 100, of '.UpscaleMethod::names(true))
            ->addOption('best', null, InputOption::VALUE_NONE, 'Learned ways at their best, eight times the work')
            ->addOption('quick', null, InputOption::VALUE_NONE, 'Learned ways by a small network')
            ->addOption(
                'finish',
                null,
                InputOption::VALUE_REQUIRED,
                'JSON file that says how to finish: tidy, clean, sharpen, marks, grain, guard',
            );
    }

    /** What the print files are. */
    private static function addFileOptions(Command $command): void
    {
        $command->addOption('format', null, InputOption::VALUE_REQUIRED, 'jpeg, png, tiff, webp or pdf; each product\'s own if left out')
            ->addOption(
                'profile',
                null,
                InputOption::VALUE_REQUIRED,
                'Colours: srgb, wide-rgb, coated or grey; each product\'s own if left out',
            )
            ->addOption('intent', null, InputOption::VALUE_REQUIRED, 'Rendering intent: perceptual, relative, saturation or absolute')
            ->addOption('no-black-point', null, InputOption::VALUE_NONE, 'Without black-point compensation')
            ->addOption(
                'max-bytes',
                null,
                InputOption::VALUE_REQUIRED,
                'A file has at most so many bytes, like 8000000 or 8MB; a lossy format\'s quality is lowered for it',
            )
            ->addOption('quality', null, InputOption::VALUE_REQUIRED, 'Of JPEG, WebP and PDF, 1 to 100', (string) Write::JPEG_QUALITY)
            ->addOption('least-quality', null, InputOption::VALUE_REQUIRED, 'How far it may be lowered', (string) SizeLimit::LEAST_QUALITY)
            ->addOption('compression', null, InputOption::VALUE_REQUIRED, 'Of TIFF: none, lzw or deflate')
            ->addOption(
                'matte',
                null,
                InputOption::VALUE_REQUIRED,
                'Colour under transparent artwork where the file keeps no transparency, like ffffff',
            )
            ->addOption('cut-marks', null, InputOption::VALUE_NONE, 'Cut marks round a PDF\'s trim');
    }

    public function renderOptions(): RenderOptions
    {
        $format = $this->format();
        $profile = $this->profile();
        if (null !== $format && null !== $profile && !$format->takes($profile)) {
            throw ImpossibleRecipe::profile($profile, $format);
        }
        $bytes = $this->option->text('max-bytes');

        return new RenderOptions(
            $format,
            $this->option->isTraced() ? null : $this->option->upscaleSettings(),
            $this->finish(),
            $profile,
            $this->option->choice('intent', RenderingIntent::class),
            $this->option->flag('no-black-point') ? false : null,
            null === $bytes ? null : SizeLimit::parseBytes($bytes),
            $this->quality('quality', Write::JPEG_QUALITY),
            $this->quality('least-quality', SizeLimit::LEAST_QUALITY),
            $this->matte(),
            $this->option->choice('compression', Compression::class),
            $this->option->flag('cut-marks'),
            effort: $this->option->effort(),
        );
    }

    public function format(): ?FileFormat
    {
        $name = strtolower($this->option->text('format') ?? '');

        return self::OTHER_FORMATS[$name] ?? $this->option->choice('format', FileFormat::class);
    }

    public function profile(): ?Profile
    {
        $name = $this->option->text('profile');

        return null === $name ? null : Profile::named($name) ?? throw ImpossibleProduct::profile($name);
    }

    private function finish(): FinishSettings
    {
        $path = $this->option->text('finish');
        if (null === $path) {
            return new FinishSettings();
        }
        $json = is_file($path) ? file_get_contents($path) : false;
        if (false === $json) {
            throw new \InvalidArgumentException(\sprintf('There is no file "%s" that says how to finish.', $path));
        }
        try {
            return FinishSettings::fromRecord(JsonReader::decode($json, 'the finish in '.basename($path)));
        } catch (MalformedJson $e) {
            throw new \InvalidArgumentException($e->getMessage(), previous: $e);
        }
    }

    private function quality(string $name, int $usual): int
    {
        $quality = $this->option->number($name) ?? $usual;

        return $quality >= 1 && $quality <= 100 && floor($quality) === (float) $quality
            ? (int) $quality
            : throw new \InvalidArgumentException(\sprintf('--%s takes a whole number from 1 to 100.', $name));
    }

    private function matte(): ?string
    {
        $colour = $this->option->text('matte');
        if (null === $colour) {
            return null;
        }
        $plain = strtolower(ltrim($colour, '#'));

        return 1 === preg_match('/^[0-9a-f]{6}$/', $plain) ? $plain : throw ImpossibleRecipe::matte($colour);
    }
}
