<?php

declare(strict_types=1);

namespace Snugfit\Console;

/** A print that a command should show is refused; its message is the sentence that says why. */
final class NoSuchPrint extends \RuntimeException
{
}
