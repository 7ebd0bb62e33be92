<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Psr\Log\LoggerInterface;

/** At the shop: takes out of the exchange what lies there for days. Masters that are wanted again are put there again. */
final readonly class ExchangeCleaner
{
    private const FOLDERS = ['masters', 'previews', 'prints', 'proofs'];

    public function __construct(
        private ExchangeStoreFactory $exchange,
        private FarmSettings $settings,
        /** A shop that was closed for as long still finds what was made for it meanwhile. */
        private int $keepDays,
        private LoggerInterface $logger,
    ) {
    }

    public function tidy(): void
    {
        if (!$this->settings->isOn()) {
            return;
        }
        try {
            foreach (self::FOLDERS as $folder) {
                $this->exchange->store()->clearOlder($folder, $this->keepDays * 86_400);
            }
        } catch (ExchangeFailed $e) {
            $this->logger->notice('The exchange could not be tidied; it is tried again.', ['exception' => $e]);
        }
    }
}
