<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Snugfit\Shop\PreparesAgain;

/** Cut-outs, retouching and outlines make other pixels than they did. */
final class Version20261130000001 extends PreparesAgain
{
}
