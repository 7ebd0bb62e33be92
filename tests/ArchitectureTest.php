<?php

declare(strict_types=1);

namespace Snugfit\Tests;

use PHPat\Selector\Selector;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** Dependencies point one way: Web, Console, Work -> Shop, Pixels -> Core; Console and Work never use Web. Checked by PHPStan. */
final class ArchitectureTest
{
    public function test_core_knows_nobody(): Rule
    {
        return PHPat::rule()->classes(Selector::inNamespace('Snugfit\Core'))
            ->shouldNot()->dependOn()->classes(Selector::inNamespace('/^(Snugfit\\\\(Pixels|Shop|Work|Web|Console)|Symfony|Doctrine|League|Psr|Twig)(\\\\|$)/', true))
            ->because('the rules of the job are plain PHP');
    }

    /** A folder of Core uses only those before it. */
    private const CORE = ['Measure', 'Output', 'Artwork', 'Product', 'Trace', 'Repair', 'Upscale', 'Finish', 'Fit', 'Lettering', 'Recipe', 'Delivery', 'Production', 'Proof', 'Scene'];

    /** @return iterable<string, Rule> */
    public function test_folders_of_core_use_only_earlier_ones(): iterable
    {
        foreach (self::CORE as $at => $folder) {
            $later = \array_slice(self::CORE, $at + 1);
            if ([] !== $later) {
                yield $folder => PHPat::rule()->classes(Selector::inNamespace('Snugfit\Core\\'.$folder))
                    ->shouldNot()->dependOn()->classes(Selector::inNamespace(\sprintf('/^Snugfit\\\\Core\\\\(%s)(\\\\|$)/', implode('|', $later)), true))
                    ->because('a rule is found by its path, and none leans on one that comes after it');
            }
        }
    }

    public function test_the_roots_of_core_use_no_folder(): Rule
    {
        return PHPat::rule()->classes(Selector::classname('/^Snugfit\\\\Core\\\\\w+$/', true))
            ->shouldNot()->dependOn()->classes(Selector::inNamespace('/^Snugfit\\\\Core\\\\\w+$/', true))
            ->because('what every folder uses knows none of them');
    }

    public function test_pixels_know_core_only(): Rule
    {
        return PHPat::rule()->classes(Selector::inNamespace('Snugfit\Pixels'))
            ->shouldNot()->dependOn()->classes(Selector::inNamespace('/^Snugfit\\\\(Shop|Work|Web|Console)(\\\\|$)/', true), Selector::inNamespace('/^Symfony(?!\\\\Component\\\\Process(\\\\|$))/', true), Selector::inNamespace('Doctrine'))
            ->because('a pixel child starts without framework and database');
    }

    public function test_shop_knows_no_work_and_no_pages(): Rule
    {
        return PHPat::rule()->classes(Selector::inNamespace('Snugfit\Shop'))
            ->shouldNot()->dependOn()->classes(Selector::inNamespace('/^Snugfit\\\\(Pixels|Work|Web|Console)(\\\\|$)/', true))
            ->because('what is kept does not know who uses it');
    }

    public function test_work_knows_no_pages(): Rule
    {
        return PHPat::rule()->classes(Selector::inNamespace('Snugfit\Work'))
            ->shouldNot()->dependOn()->classes(Selector::inNamespace('/^Snugfit\\\\(Web|Console)(\\\\|$)/', true))
            ->because('work goes on without a screen');
    }

    public function test_commands_know_no_pages(): Rule
    {
        return PHPat::rule()->classes(Selector::inNamespace('Snugfit\Console'))
            ->shouldNot()->dependOn()->classes(Selector::inNamespace('Snugfit\Web'))
            ->because('a command line has no screen');
    }

    public function test_handlers_in_workers_know_no_database(): Rule
    {
        return PHPat::rule()->classes(Selector::classname('/\\\\(ReadMasterHandler|MakePrintHandler|CancelFlags)$/', true), Selector::inNamespace('Snugfit\Work\Child'), Selector::inNamespace('Snugfit\Work\Message'))
            ->shouldNot()->dependOn()->classes(Selector::inNamespace('Doctrine'), Selector::inNamespace('Snugfit\Shop\Entity'))
            ->because('a farm of workers shares the queue and the files, never the database');
    }
}
