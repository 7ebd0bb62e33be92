<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Snugfit\Shop\PreparesAgain;

/** Cut-outs on busy grounds make other pixels than they did. */
final class Version20261130000003 extends PreparesAgain
{
}
