<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work\Farm;

use PHPUnit\Framework\TestCase;
use Snugfit\Shop\DataFolder;
use Snugfit\Work\Farm\ExchangeStoreFactory;
use Snugfit\Work\Farm\ExchangeWatch;
use Snugfit\Work\Farm\FarmSettings;

final class ExchangeWatchTest extends TestCase
{
    public function test_a_store_that_is_away_is_noted_until_it_is_back(): void
    {
        $data = new DataFolder(FarmServers::folder().'/'.bin2hex(random_bytes(6)));
        mkdir($data->path.'/run', 0o700, true);
        $away = $this->watch($data, 's3://key:secret@127.0.0.1:9/bucket?tls=no');
        self::assertFalse($away->isGone(), 'nobody has looked');
        $away->look();
        self::assertTrue($away->isGone());
        self::assertFalse($this->watch($data, '', isOn: false)->isGone(), 'a shop by itself has none');
        $back = $this->watch($data, FarmServers::s3());
        self::assertTrue($back->isGone());
        $back->look();
        self::assertFalse($back->isGone());
    }

    private function watch(DataFolder $data, string $store, bool $isOn = true): ExchangeWatch
    {
        $settings = new FarmSettings($isOn ? 'postgresql://a:b@127.0.0.1:9/c' : '', $store, FarmSettings::HOST, 'shop', 'one');

        return new ExchangeWatch(new ExchangeStoreFactory($settings), $settings, $data);
    }
}
