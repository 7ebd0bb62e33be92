<?php

declare(strict_types=1);

/*
 * Writes the supervisor's configuration for a machine that works for a shop elsewhere.
 * Usage: configure-worker.php PROJECT RUN-FOLDER WORKERS
 */

require __DIR__.'/programs.php';

[, $root, $run, $workers] = $argv;
$programs = [
    'quick' => [1, consume($root, 'quick')],
    'press' => [max(1, (int) $workers), consume($root, 'press')],
];
writeFiles($run, ['supervisord.conf' => supervisor($root, $run, $programs)]);
notePrograms($run, $programs);
