<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Failure;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\TellsSentence;

/** A recipe's parts contradict each other, or the master that it is used on. */
final class ImpossibleRecipe extends \InvalidArgumentException implements Failure
{
    use TellsSentence;

    public static function cropOutside(PixelWindow $crop, PixelSize $picture): self
    {
        return new self(\sprintf('The crop %s at %d, %d leaves the picture of %s px.', $crop->size(), $crop->x, $crop->y, $picture));
    }

    public static function depth(int $bits, FileFormat $format): self
    {
        return new self(\sprintf('%s holds no %d bits per channel.', $format->label(), $bits));
    }

    public static function transparency(FileFormat $format): self
    {
        return new self($format->label().' keeps no transparency.');
    }

    public static function profile(Profile $profile, FileFormat $format): self
    {
        return new self(\sprintf('%s holds no %s. Choose another format or profile.', $format->label(), $profile->label()));
    }

    public static function matte(string $colour): self
    {
        return new self(\sprintf('"%s" is no matte colour. Write six hexadecimal digits, like ffffff.', $colour));
    }

    public static function noPage(): self
    {
        return new self('A PDF needs a page of a known size.');
    }

    public static function short(string $product): self
    {
        return new self(\sprintf('The picture is short for "%s": there is no print file to make.', $product));
    }

    public static function tooLong(PixelSize $size, FileFormat $format): self
    {
        return new self(\sprintf('%s px is more than %s can hold; choose TIFF.', $size, $format->label()));
    }

    public static function otherMaster(PixelSize $wanted, PixelSize $found): self
    {
        return new self(\sprintf('The recipe is for a picture of %s px, but the master has %s px.', $wanted, $found));
    }
}
