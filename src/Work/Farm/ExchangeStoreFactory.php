<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Aws\S3\S3Client;
use League\Flysystem\AwsS3V3\AwsS3V3Adapter;
use League\Flysystem\Filesystem;
use League\Flysystem\Local\LocalFilesystemAdapter;
use League\Flysystem\PhpseclibV3\SftpAdapter;
use League\Flysystem\PhpseclibV3\SftpConnectionProvider;

/** Finds the exchange by its address: a folder that all machines share, an S3 store, or an SFTP server. */
final class ExchangeStoreFactory
{
    /** Seconds to connect, and without a byte after which a transfer is given up. */
    private const CONNECTING = 5;
    private const STALLED = 15;

    private ?ExchangeStore $store = null;

    public function __construct(private readonly FarmSettings $settings)
    {
    }

    /** @throws FarmRefused where the address is none */
    public function store(): ExchangeStore
    {
        return $this->store ??= $this->make($this->settings->store);
    }

    private function make(#[\SensitiveParameter] string $address): ExchangeStore
    {
        if (str_starts_with($address, '/')) {
            return new ExchangeStore(new Filesystem(new LocalFilesystemAdapter($address)), false, $address);
        }
        $parts = parse_url($address);
        if (false === $parts || !isset($parts['host'])) {
            throw FarmRefused::badStore();
        }
        parse_str($parts['query'] ?? '', $query);
        $options = array_filter($query, is_string(...));
        [$user, $password] = [rawurldecode($parts['user'] ?? ''), rawurldecode($parts['pass'] ?? '')];
        $path = trim($parts['path'] ?? '', '/');
        $where = $parts['host'].(isset($parts['port']) ? ':'.$parts['port'] : '').'/'.$path;

        return match ($parts['scheme'] ?? '') {
            's3' => $this->s3($parts['host'], $parts['port'] ?? null, $user, $password, $path, $options, $where),
            'sftp' => $this->sftp($parts['host'], $parts['port'] ?? 22, $user, $password, $path, $options, $where),
            default => throw FarmRefused::badStore(),
        };
    }

    /** @param array<string> $options region; tls=no for a store on a network that is one's own */
    private function s3(string $host, ?int $port, string $key, string $secret, string $path, array $options, string $where): ExchangeStore
    {
        [$bucket, $prefix] = explode('/', $path, 2) + [1 => ''];
        if ('' === $bucket || '' === $key) {
            throw FarmRefused::badStore();
        }
        $scheme = 'no' === ($options['tls'] ?? '') ? 'http' : 'https';
        $client = new S3Client([
            'version' => 'latest',
            'region' => $options['region'] ?? 'us-east-1',
            'endpoint' => \sprintf('%s://%s%s', $scheme, $host, null === $port ? '' : ':'.$port),
            'use_path_style_endpoint' => true,
            'credentials' => ['key' => $key, 'secret' => $secret],
            'use_aws_shared_config_files' => false,
            // Only where the protocol asks for it: not every store knows the newer checksums, and files are checked by ours.
            'request_checksum_calculation' => 'when_required',
            'response_checksum_validation' => 'when_required',
            'retries' => 1,
            'http' => [
                'connect_timeout' => self::CONNECTING,
                'curl' => [\CURLOPT_LOW_SPEED_LIMIT => 1, \CURLOPT_LOW_SPEED_TIME => self::STALLED],
            ],
        ]);

        // Not read while it arrives: that would go by another client than this one, without its limits.
        $adapter = new AwsS3V3Adapter($client, $bucket, $prefix, streamReads: false);

        return new ExchangeStore(new Filesystem($adapter), true, $where);
    }

    /** @param array<string> $options key: the path of a private key; fingerprint: of the server's */
    private function sftp(
        string $host,
        int $port,
        string $user,
        string $password,
        string $path,
        array $options,
        string $where,
    ): ExchangeStore {
        $provider = new SftpConnectionProvider(
            $host,
            $user,
            '' === $password ? null : $password,
            $options['key'] ?? null,
            null,
            $port,
            false,
            self::STALLED,
            1,
            $options['fingerprint'] ?? null,
        );

        return new ExchangeStore(new Filesystem(new SftpAdapter($provider, '/'.$path)), false, $where);
    }
}
