<?php

declare(strict_types=1);

namespace Snugfit\Web\Show;

use Snugfit\Core\Failure;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Scene\Hanging;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\Rail;
use Snugfit\Core\Scene\Scene;
use Snugfit\Core\Scene\SceneFit;
use Snugfit\Pixels\Scene\SceneFolder;
use Snugfit\Pixels\Scene\SceneShelf;

/** Which scenes take a print: those that hang first, then those that suit it, then all others that have room for it. */
final readonly class SceneChoices
{
    public function __construct(private SceneShelf $shelf)
    {
    }

    public function find(string $code): ?SceneFolder
    {
        try {
            return $this->shelf->of($code);
        } catch (Failure) {
            return null;
        }
    }

    public function count(): int
    {
        return \count($this->shelf->all());
    }

    public static function suits(Scene $scene, Product $product): bool
    {
        return SceneFit::suits($scene, $product);
    }

    /**
     * @param Product $product turned the way up that it is printed
     *
     * @return list<SceneChoice>
     */
    public function for(Product $product, Rail $rail): array
    {
        $choices = [];
        foreach ($this->shelf->all() as $code => $folder) {
            try {
                SceneFit::check($folder->scene, Hanging::bare(PrintBody::of($product)));
            } catch (Failure) {
                continue;
            }
            $choices[] = new SceneChoice($folder, SceneFit::suits($folder->scene, $product), $rail->find((string) $code, $product->code));
        }
        $rank = static fn (SceneChoice $one): int => null !== $one->hung ? 0 : ($one->suits ? 1 : 2);
        usort($choices, static fn (SceneChoice $a, SceneChoice $b): int => $rank($a) <=> $rank($b));

        return $choices;
    }
}
