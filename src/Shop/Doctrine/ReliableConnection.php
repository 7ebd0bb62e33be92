<?php

declare(strict_types=1);

namespace Snugfit\Shop\Doctrine;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception;

/**
 * A connection that can be used again after it failed to begin a transaction. DBAL counts one as open then, so that the next
 * would be nested in nothing, and what it wrote be lost.
 */
final class ReliableConnection extends Connection
{
    public function beginTransaction(): void
    {
        $isOutermost = !$this->isTransactionActive();
        try {
            parent::beginTransaction();
        } catch (Exception $e) {
            if ($isOutermost) {
                $this->close();
            }
            throw $e;
        }
    }
}
