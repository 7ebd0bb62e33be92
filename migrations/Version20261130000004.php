<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Snugfit\Shop\PreparesAgain;

/** On busy grounds marks mean more than their own pixels. */
final class Version20261130000004 extends PreparesAgain
{
}
