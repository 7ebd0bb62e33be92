<?php

declare(strict_types=1);

/*
 * Symfony 7.4 calls one function of PHP 8.5 through its polyfill package; this is that function,
 * so that the package itself is not needed (docs/decisions/symfony.md).
 */
if (!function_exists('get_error_handler')) {
    function get_error_handler(): ?callable
    {
        $handler = set_error_handler(static fn (): bool => false);
        restore_error_handler();

        return $handler;
    }
}
