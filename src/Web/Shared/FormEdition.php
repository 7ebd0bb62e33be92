<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Symfony\Component\HttpFoundation\Request;

/** Names the state that a form was filled with; a form that is sent back says so in "_edition". */
final readonly class FormEdition
{
    public string $name;

    /** @param array<mixed> $state */
    public function __construct(array $state)
    {
        $this->name = substr(hash('sha256', json_encode($state, \JSON_THROW_ON_ERROR)), 0, 16);
    }

    /** Whether a form was filled with another state than this one. */
    public function isMissedBy(Request $request): bool
    {
        $seen = $request->request->getString('_edition');

        return '' !== $seen && $seen !== $this->name;
    }
}
