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

/** What a command's options ask of the making. All methods throw InvalidArgumentException with a sentence. */
final readonly class MakingOptions
{
    private const OTHER_FORMATS = ['jpg' => FileFormat::Jpeg, 'tif' => FileFormat::Tiff];

    public function __construct(private Options $option)
    {
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
