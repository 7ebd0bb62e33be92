<?php

declare(strict_types=1);

namespace Snugfit\Web\People;

use Symfony\Component\HttpFoundation\Request;

/** Whether people sign in: not where the shop answers on this machine's own loopback alone (tools/serve.sh). */
final readonly class Door
{
    public const COOKIE = 'snugfit';

    private const OPEN = 'open';

    /** @param string $door "open" or "closed" */
    public function __construct(private string $door)
    {
    }

    public function isOpen(): bool
    {
        return self::OPEN === $this->door;
    }

    public static function isScript(Request $request): bool
    {
        return str_starts_with((string) $request->headers->get('Authorization'), 'Bearer ');
    }
}
