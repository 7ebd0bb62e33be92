<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Scene;

use Snugfit\Core\Recipe\Recipe;

/** A print in few pixels that is kept, so that not each scene of it has it made again. */
final readonly class KeptPrint
{
    /** Goes up whenever the same print would be kept otherwise than before. */
    private const EDITION = 1;

    /** Pixels on the long side: few steps, so that most scenes go by the same. */
    private const SIDES = [800, 1600, 3200];

    /**
     * How many pixels a print is kept with.
     *
     * @param int $wanted on the long side; there are as many at least, as far as the print has them
     */
    public static function side(int $wanted): int
    {
        foreach (self::SIDES as $side) {
            if ($side >= $wanted) {
                return $side;
            }
        }

        return $wanted;
    }

    /**
     * Names it by all that it shows.
     *
     * @param string $master its key
     * @param int    $wanted as for its side
     */
    public static function key(string $master, Recipe $recipe, bool $isProof, int $wanted): string
    {
        $shown = [self::EDITION, $master, $recipe->hash(), $isProof, self::side($wanted)];

        return \sprintf('patches/print-%s.v', hash('sha256', json_encode($shown, \JSON_THROW_ON_ERROR)));
    }
}
