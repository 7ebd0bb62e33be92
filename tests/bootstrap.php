<?php

declare(strict_types=1);

require __DIR__.'/../vendor/autoload.php';

// Every run has a shop of its own, which is gone afterwards.
$data = sys_get_temp_dir().'/snugfit-test-'.getmypid();
putenv('SNUGFIT_DATA='.$data);
$_ENV['SNUGFIT_DATA'] = $_SERVER['SNUGFIT_DATA'] = $data;
mkdir($data, 0o700);
register_shutdown_function(static fn () => (new Symfony\Component\Filesystem\Filesystem())->remove($data));
