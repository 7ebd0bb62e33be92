<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work\Farm;

use PHPUnit\Framework\TestCase;
use Psr\Log\NullLogger;
use Snugfit\Shop\DataFolder;
use Snugfit\Work\Farm\ExchangeStoreFactory;
use Snugfit\Work\Farm\Farm;
use Snugfit\Work\Farm\FarmDatabase;
use Snugfit\Work\Farm\FarmLane;
use Snugfit\Work\Farm\FarmLaneFactory;
use Snugfit\Work\Farm\FarmMembership;
use Snugfit\Work\Farm\FarmSettings;

/** A farm on a real PostgreSQL, whose machines are objects of this process, each with connections of its own. */
abstract class FarmTestCase extends TestCase
{
    protected string $queue;
    protected string $store;

    protected function setUp(): void
    {
        $this->queue = FarmServers::queue();
        $this->store = FarmServers::folder().'/store-'.bin2hex(random_bytes(6));
    }

    protected function settings(string $machine, string $edition = 'one', string $role = FarmSettings::WORKER): FarmSettings
    {
        return new FarmSettings($this->queue, $this->store, $role, $machine, $edition);
    }

    protected function farm(string $machine, string $edition = 'one', ?string $store = null, ?string $token = null): Farm
    {
        $settings = new FarmSettings($this->queue, $store ?? $this->store, FarmSettings::WORKER, $machine, $edition);
        $database = new FarmDatabase($settings);
        $membership = $this->membership($settings, $database, $token ?? $machine);
        $lanes = new FarmLaneFactory($settings, $database, $membership, new NullLogger());

        return new Farm($settings, $database, $lanes, $membership, new ExchangeStoreFactory($settings));
    }

    protected function lane(string $lane, string $machine, string $edition = 'one'): FarmLane
    {
        $settings = $this->settings($machine, $edition);
        $database = new FarmDatabase($settings);
        $factory = new FarmLaneFactory($settings, $database, $this->membership($settings, $database, $machine), new NullLogger());

        return $factory->lane($lane) ?? throw new \LogicException('The farm is on.');
    }

    /** Past all that the lanes do themselves. */
    protected function sql(string $statement): void
    {
        $parts = parse_url($this->queue);
        $database = new \PDO(\sprintf('pgsql:host=127.0.0.1;port=%d;dbname=snugfit', $parts['port'] ?? 0), 'snugfit', 'snugfit');
        $database->exec($statement);
    }

    private function membership(FarmSettings $settings, FarmDatabase $database, string $token): FarmMembership
    {
        $data = new DataFolder(FarmServers::folder().'/'.$settings->machine);
        @mkdir($data->path.'/run', 0o700, true);

        return new FarmMembership($database, $settings, $data, $token, new NullLogger());
    }
}
