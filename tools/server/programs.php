<?php

declare(strict_types=1);

/*
 * What the shop's and a working machine's configuration have in common: programs that a supervisor keeps.
 */

/**
 * The command of a worker that takes from a lane. Whatever a page is waiting for on this machine goes before its work; the host's own
 * lane is no work.
 */
function consume(string $root, string $lane): string
{
    return ('answers' === $lane ? '' : 'nice -n 10 ').\PHP_BINARY." $root/bin/console messenger:consume $lane"
        .' --sleep=0.03 --keepalive=5 --time-limit=3600 --memory-limit=256M --quiet';
}

/**
 * The supervisor's configuration. Programs write no log here: a supervisor whose own log cannot be written on a full disk dies
 * over it, and nobody is left to start the others again. Web server, PHP and workers keep logs of their own, and bear it.
 *
 * @param array<string, array{int, string}> $programs how many, and the command, by name
 */
function supervisor(string $root, string $run, array $programs): string
{
    // It goes between quotes, where a percent sign begins a name.
    $machine = preg_replace('/[^\w.-]+/', '-', (string) (getenv('SNUGFIT_MACHINE') ?: gethostname()));
    $text = "[supervisord]\nlogfile=/dev/null\nlogfile_maxbytes=0\npidfile=$run/supervisor.pid\nnodaemon=true\n"
        .(0 === posix_geteuid() ? "user=root\n" : '');
    foreach (array_filter($programs, static fn (array $program): bool => $program[0] > 0) as $name => [$count, $command]) {
        $text .= <<<CONF

            [program:$name]
            command=$root/tools/server/alone.sh $run/pids/%(program_name)s-%(process_num)s $command
            environment=SNUGFIT_WORKER="$machine, $name %(process_num)s"
            process_name=%(program_name)s_%(process_num)s
            numprocs=$count
            numprocs_start=1
            autorestart=true
            startsecs=0
            startretries=1000000
            stopwaitsecs=6
            stopasgroup=false
            killasgroup=true
            redirect_stderr=true
            stdout_logfile=/dev/null
            stdout_logfile_maxbytes=0

            CONF;
    }

    return $text;
}

/** @param array<string, string> $files text by name */
function writeFiles(string $run, array $files): void
{
    foreach ($files as $name => $text) {
        if (false === @file_put_contents("$run/$name", $text."\n")) {
            fwrite(\STDERR, "Nothing can be written to $run. Is the disk full?\n");
            exit(1);
        }
    }
}

/**
 * Notes of who runs, which can be written over even when the disk is full.
 *
 * @param array<string, array{int, string}> $programs
 */
function notePrograms(string $run, array $programs): void
{
    foreach ($programs as $name => [$count]) {
        for ($number = 1; $number <= $count; ++$number) {
            is_file("$run/pids/$name-$number") || file_put_contents("$run/pids/$name-$number", str_repeat(' ', 10));
        }
    }
}
