<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\Product\Panel;

/** Where on a wall the pieces of a print hang: all together round the place where one would. */
final readonly class PiecePlan
{
    /** @param list<array{Panel, FlatSurface}> $pieces the nearest to the camera last: it hides a little of those behind it */
    private function __construct(public array $pieces)
    {
    }

    /** @throws ImpossibleScene where it is no wall, or has no room for all of them */
    public static function of(PrintBody $body, Scene $scene): self
    {
        $wall = $scene->surfaces[0];
        if (!$wall instanceof FlatSurface || SceneKind::Wall !== $scene->kind) {
            throw ImpossibleScene::because('Pieces hang on a wall.');
        }
        $all = $body->onWall();
        SceneFit::check($scene, Hanging::bare(new PrintBody($all, $body->beyond, $body->depth)));
        [$eyeX, $eyeY] = $wall->projection->eye();
        $pieces = $away = [];
        foreach ($body->pieces as $panel) {
            $x = $panel->left->inMillimetres() + ($panel->size->width->inMillimetres() - $all->width->inMillimetres()) / 2;
            $y = $panel->top->inMillimetres() + ($panel->size->height->inMillimetres() - $all->height->inMillimetres()) / 2;
            $pieces[] = [$panel, new FlatSurface($wall->projection->moved($x, $y), $wall->area())];
            $away[] = -hypot($x - $eyeX, $y - $eyeY);
        }
        array_multisort($away, array_keys($pieces), $pieces);

        return new self($pieces);
    }
}
