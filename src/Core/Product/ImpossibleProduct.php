<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

use Snugfit\Core\Failure;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Output\RenderingIntent;
use Snugfit\Core\TellsSentence;

/** A product's settings contradict each other or name what does not exist. */
final class ImpossibleProduct extends \InvalidArgumentException implements Failure
{
    use TellsSentence;

    /** Which field it is about; null where it is none of them. */
    public ?ProductField $field = null;

    public static function piecesWayUp(): self
    {
        return self::about(
            ProductField::Pieces,
            'A product of several pieces hangs the way its size is given: choose portrait or landscape by that, and a size of its own.',
        );
    }

    /** @param string $sentence why they cannot be */
    public static function pieces(string $sentence): self
    {
        return self::about(ProductField::Pieces, $sentence);
    }

    public static function floorOverTarget(string $code): self
    {
        return self::about(ProductField::Floor, \sprintf('Product "%s": the floor ppi is over the target ppi.', $code));
    }

    public static function limit(float $limit): self
    {
        return self::about(
            ProductField::Limit,
            \sprintf('An enlargement limit of ×%s is not possible: it lies between ×1 and ×%d.', $limit, (int) Product::EXTREME_LIMIT),
        );
    }

    public static function bleed(string $code): self
    {
        return self::about(
            ProductField::Bleed,
            \sprintf('Product "%s": give the bleed as one length, or as four for top, right, bottom and left.', $code),
        );
    }

    public static function freeWithBleed(string $code): self
    {
        return self::about(
            ProductField::Bleed,
            \sprintf('Product "%s": a size that keeps a picture\'s own proportions has no bleed.', $code),
        );
    }

    public static function code(string $code): self
    {
        return self::about(
            ProductField::Code,
            \sprintf('"%s" is no product code: use small letters, digits and hyphens, 40 at most.', $code),
        );
    }

    /** @param list<string> $known */
    public static function unknown(string $code, array $known): self
    {
        return new self(\sprintf('No product has the code "%s". Known codes: %s.', $code, implode(', ', $known)));
    }

    public static function profile(string $name): self
    {
        return new self(\sprintf('There is no profile "%s". Known: %s.', $name, implode(', ', array_column(Profile::cases(), 'value'))));
    }

    public static function intent(string $name): self
    {
        return new self(
            \sprintf(
                'There is no rendering intent "%s". Known: %s.',
                $name,
                implode(', ', array_column(RenderingIntent::cases(), 'value')),
            ),
        );
    }

    public static function fit(string $name): self
    {
        return new self(\sprintf('No product fits "%s". Known: %s.', $name, implode(', ', array_column(FitModeRule::cases(), 'value'))));
    }

    public static function alignment(string $name): self
    {
        return new self(
            \sprintf('There is no alignment "%s". Known: %s.', $name, implode(', ', array_column(Alignment::cases(), 'value'))),
        );
    }

    public static function fabric(string $text): self
    {
        return self::about(
            ProductField::Fabrics,
            \sprintf('"%s" is no fabric: give a name and a colour, like Navy #1f2a44; several with ; between.', trim($text)),
        );
    }

    public static function bleedText(): self
    {
        return self::about(
            ProductField::Bleed,
            'Give the bleed as one length, or as four with ; between, for top, right, bottom and left.',
        );
    }

    public static function number(string $text): self
    {
        return new self(\sprintf('"%s" is not a number.', $text));
    }

    private static function about(ProductField $field, string $sentence): self
    {
        $failure = new self($sentence);
        $failure->field = $field;

        return $failure;
    }
}
