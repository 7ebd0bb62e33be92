<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception as DatabaseFailed;
use Snugfit\Pixels\Vips\Vips;

/** Machines that share a shop's work: opened by the one that has the shop, joined by the others. */
final readonly class Farm
{
    /** In the exchange: whose it is. */
    public const MARK = 'shop.json';

    private const SCHEMA = [
        'CREATE TABLE IF NOT EXISTS snugfit_shop (
            sole BOOLEAN PRIMARY KEY DEFAULT TRUE CHECK (sole), shop VARCHAR(64) NOT NULL, edition VARCHAR(64) NOT NULL,
            library VARCHAR(64) NOT NULL
        )',
        'CREATE TABLE IF NOT EXISTS snugfit_machine (
            name VARCHAR(60) PRIMARY KEY, token VARCHAR(64) NOT NULL, seen_at TIMESTAMPTZ NOT NULL
        )',
        'CREATE TABLE IF NOT EXISTS snugfit_loan (
            lane VARCHAR(20) NOT NULL, message BIGINT NOT NULL, token VARCHAR(16) NOT NULL, deliveries INTEGER NOT NULL,
            PRIMARY KEY (lane, message)
        )',
        'CREATE TABLE IF NOT EXISTS snugfit_cancelled (run BIGINT PRIMARY KEY)',
    ];

    public function __construct(
        private FarmSettings $settings,
        private FarmDatabase $database,
        private FarmLaneFactory $lanes,
        private FarmMembership $membership,
        private ExchangeStoreFactory $exchange,
    ) {
    }

    /**
     * At the shop's start: makes what is missing, and says which edition works there now.
     *
     * @param string $shop names the shop among all others
     *
     * @throws FarmRefused
     */
    public function open(#[\SensitiveParameter] string $shop): void
    {
        $this->reach(function () use ($shop): void {
            $connection = $this->database->connection();
            array_map($connection->executeStatement(...), self::SCHEMA);
            $there = $connection->fetchOne('SELECT shop FROM snugfit_shop');
            if (\is_string($there) && $there !== $shop) {
                throw FarmRefused::foreignShop();
            }
            $connection->executeStatement(
                'INSERT INTO snugfit_shop (shop, edition, library) VALUES (?, ?, ?) ON CONFLICT (sole) DO UPDATE
                    SET edition = excluded.edition, library = excluded.library',
                [$shop, $this->settings->edition, Vips::version()],
            );
            foreach ($this->lanes->all() as $lane) {
                $lane->prepare();
                $lane->forgetOtherEditions();
            }
            $this->forgetEndedLoans($connection);
            $this->standsAgainst();
        });
        $this->membership->takeName();
        $this->exchanged(static fn (ExchangeStore $store) => $store->write(self::MARK, (string) json_encode(['shop' => $shop])));
    }

    /**
     * At another machine's start.
     *
     * @throws FarmRefused
     */
    public function join(): void
    {
        $shop = $this->reach(function (): string {
            $connection = $this->database->connection();
            if (null === $connection->fetchOne('SELECT to_regclass(\'snugfit_shop\')')) {
                throw FarmRefused::noShop();
            }
            $this->standsAgainst();
            $row = $connection->fetchAssociative('SELECT shop, library FROM snugfit_shop');
            $library = \is_string($row['library'] ?? null) ? $row['library'] : '';
            if ($library !== Vips::version()) {
                throw FarmRefused::otherLibrary(Vips::version(), $library);
            }

            return \is_string($row['shop'] ?? null) ? $row['shop'] : '';
        });
        $mark = $this->exchanged(static fn (ExchangeStore $store): string => $store->has(self::MARK) ? $store->read(self::MARK) : '');
        if ($mark !== json_encode(['shop' => $shop])) {
            throw FarmRefused::foreignStore();
        }
        $this->membership->takeName();
    }

    /**
     * While a machine works: whether it still may. A queue that cannot be reached is no reason to stop.
     *
     * @throws FarmRefused
     */
    public function check(): void
    {
        try {
            $this->standsAgainst();
        } catch (DatabaseFailed) {
            return;
        }
    }

    /** @throws FarmRefused|DatabaseFailed */
    private function standsAgainst(): void
    {
        $refusal = $this->membership->refusal();
        if (null !== $refusal) {
            throw $refusal;
        }
    }

    /** Loans of messages that are gone. */
    private function forgetEndedLoans(Connection $connection): void
    {
        foreach (FarmLaneFactory::LANES as $lane) {
            $connection->executeStatement(
                \sprintf('DELETE FROM snugfit_loan WHERE lane = ? AND message NOT IN (SELECT id FROM %s)', FarmLane::table($lane)),
                [$lane],
            );
        }
    }

    /**
     * @template T
     *
     * @param \Closure(): T $act
     *
     * @return T
     */
    private function reach(\Closure $act): mixed
    {
        try {
            return $act();
        } catch (DatabaseFailed $e) {
            throw FarmRefused::queueUnreachable($this->database->where(), $e);
        }
    }

    /**
     * @template T
     *
     * @param \Closure(ExchangeStore): T $act
     *
     * @return T
     */
    private function exchanged(\Closure $act): mixed
    {
        $store = $this->exchange->store();
        try {
            return $act($store);
        } catch (ExchangeFailed $e) {
            throw FarmRefused::storeUnreachable($store->where, $e);
        }
    }
}
