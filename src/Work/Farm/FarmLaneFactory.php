<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Psr\Log\LoggerInterface;

/** The farm's lanes. */
final readonly class FarmLaneFactory
{
    /** All that there are, by the names of Messenger's transports. */
    public const LANES = ['quick', 'heavy', self::SHARED_OUT, 'carry', 'answers'];

    /** The one whose work goes to the machine that has the master at hand. */
    public const SHARED_OUT = 'press';

    public function __construct(
        private FarmSettings $settings,
        private FarmDatabase $database,
        private FarmMembership $membership,
        private LoggerInterface $logger,
    ) {
    }

    /** @return ?FarmLane null where the shop works by itself */
    public function lane(string $name): ?FarmLane
    {
        return $this->settings->isOn()
            ? new FarmLane(
                $this->database,
                $this->membership,
                $name,
                $this->settings->edition,
                self::SHARED_OUT === $name ? $this->settings->machine : null,
                $this->logger,
            )
            : null;
    }

    /** @return array<string, FarmLane> */
    public function all(): array
    {
        return array_filter(array_combine(self::LANES, array_map($this->lane(...), self::LANES)));
    }
}
