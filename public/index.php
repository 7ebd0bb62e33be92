<?php

declare(strict_types=1);

use Snugfit\Kernel;
use Symfony\Component\HttpFoundation\Request;

require __DIR__.'/../vendor/autoload.php';

$environment = (string) (getenv('APP_ENV') ?: 'prod');
$kernel = new Kernel($environment, 'dev' === $environment);
$request = Request::createFromGlobals();
$response = $kernel->handle($request);
$response->send();
$kernel->terminate($request, $response);
