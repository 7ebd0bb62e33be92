<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Core\Measure\Unit;
use Symfony\Component\HttpFoundation\Cookie;
use Symfony\Component\HttpFoundation\RequestStack;

/** The unit in which a person reads lengths, remembered in the browser. */
final readonly class PersonalUnit
{
    private const COOKIE = 'unit';

    public function __construct(private RequestStack $requests)
    {
    }

    public function unit(): Unit
    {
        return match ($this->requests->getMainRequest()?->cookies->getString(self::COOKIE)) {
            'mm' => Unit::Millimetre,
            'cm' => Unit::Centimetre,
            default => Unit::Inch,
        };
    }

    public static function cookie(Unit $unit): Cookie
    {
        return Cookie::create(self::COOKIE, $unit->value, new \DateTimeImmutable('+2 years'))->withSameSite(Cookie::SAMESITE_STRICT);
    }
}
