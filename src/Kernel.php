<?php

declare(strict_types=1);

namespace Snugfit;

use Symfony\Bundle\FrameworkBundle\Kernel\MicroKernelTrait;
use Symfony\Component\Config\Resource\DirectoryResource;
use Symfony\Component\DependencyInjection\Compiler\CompilerPassInterface;
use Symfony\Component\DependencyInjection\ContainerBuilder;
use Symfony\Component\Finder\Finder;
use Symfony\Component\HttpKernel\Kernel as HttpKernel;

final class Kernel extends HttpKernel implements CompilerPassInterface
{
    use MicroKernelTrait;

    public function getCacheDir(): string
    {
        return $this->getProjectDir().'/var/cache/'.$this->environment;
    }

    public function getLogDir(): string
    {
        return $this->getProjectDir().'/var/log';
    }

    /** The container is built anew whenever the code changes (tools/setup.sh), so that its version is read just then. */
    protected function build(ContainerBuilder $container): void
    {
        $container->addResource(new DirectoryResource($this->getProjectDir().'/src'));
        $code = self::codeVersion($this->getProjectDir().'/src');
        $container->setParameter('snugfit.code_version', $code);
        $container->setParameter('snugfit.edition', $this->edition($code));
    }

    /** Refusals are for whoever is refused; the log is for what broke. */
    public function process(ContainerBuilder $container): void
    {
        $container->getDefinition('security.csrf.same_origin_token_manager')->replaceArgument(1, null);
    }

    /** Of all that a print file's bytes follow from, beside libvips, which the machine has. */
    private function edition(string $code): string
    {
        $hash = hash_init('xxh128');
        hash_update($hash, $code);
        $files = (new Finder())->files()->in($this->getProjectDir().'/{networks,profiles}')->sortByName();
        foreach ($files as $file) {
            hash_update_file($hash, $file->getPathname());
        }
        foreach (['tools/packages/php.txt', 'package-lock.json', 'bin/pixels'] as $name) {
            hash_update_file($hash, $this->getProjectDir().'/'.$name);
        }

        return hash_final($hash);
    }

    private static function codeVersion(string $folder): string
    {
        $hash = hash_init('xxh128');
        foreach ((new Finder())->files()->in($folder)->name(['*.php', '*.json'])->sortByName() as $file) {
            hash_update($hash, $file->getRelativePathname()."\0".$file->getContents());
        }

        return hash_final($hash);
    }
}
