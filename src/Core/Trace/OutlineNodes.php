<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** The nodes of outlines and the handles of their curves, as path data to draw over them. */
final class OutlineNodes
{
    /** @return array{nodePath: string, handlePath: string} a dot a node; a line from each handle to its node */
    public static function of(Outlines $outlines): array
    {
        [$nodes, $handles] = ['', ''];
        foreach ($outlines->drawn() as $border) {
            $from = $border->start;
            foreach ($border->segments as $segment) {
                $end = $segment->end();
                $nodes .= \sprintf('M%.2F %.2Fh0', ...$end);
                if ($segment instanceof CubicSegment) {
                    $handles .= \sprintf('M%.2F %.2FL%.2F %.2F', ...$from, ...$segment->first);
                    $handles .= \sprintf('M%.2F %.2FL%.2F %.2F', ...$segment->second, ...$end);
                }
                $from = $end;
            }
        }

        return ['nodePath' => $nodes, 'handlePath' => $handles];
    }
}
