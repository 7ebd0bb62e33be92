<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\UndoEntry;
use Snugfit\Tests\Shop\ShopTestCase;
use Symfony\Component\DomCrawler\Form;
use Symfony\Component\Process\Process;

/** Two windows, two people: who saves on top of what they have not seen is asked first. */
final class ConflictTest extends ShopTestCase
{
    private const NAME = 'product[name]';

    public function test_a_stale_tab_is_refused_and_can_keep_its_own_all_the_same(): void
    {
        $address = $this->framing();
        $seen = $this->edition($address);
        self::assertSame(200, $this->keep($address, 0.2, $seen));
        $theirs = $this->browser->getResponse()->headers->get('X-Edition');
        self::assertNotSame($seen, $theirs);

        self::assertSame(409, $this->keep($address, 0.8, $seen), 'a tab from before');
        self::assertSame($theirs, $this->browser->getResponse()->headers->get('X-Edition'));
        self::assertStringContainsString('another window', (string) $this->browser->getResponse()->getContent());
        self::assertEqualsWithDelta(0.2, $this->x(), 1e-6);

        self::assertSame(200, $this->keep($address, 0.8, 'mine'));
        self::assertEqualsWithDelta(0.8, $this->x(), 1e-6);
    }

    /** The answer was lost on its way, and the browser sends the same once more. */
    public function test_the_same_act_again_is_no_conflict(): void
    {
        $address = $this->framing();
        $seen = $this->edition($address);
        self::assertSame([200, 200], [$this->keep($address, 0.2, $seen), $this->keep($address, 0.2, $seen)]);
    }

    public function test_a_page_that_follows_its_own_acts_is_never_refused(): void
    {
        $address = $this->framing();
        $seen = $this->edition($address);
        foreach ([0.2, 0.3, 0.4] as $x) {
            self::assertSame(200, $this->keep($address, $x, $seen));
            $seen = (string) $this->browser->getResponse()->headers->get('X-Edition');
        }
    }

    public function test_finish_and_strip_are_guarded_too_and_other_pictures_are_not_in_the_way(): void
    {
        $batch = $this->batch(['4x6']);
        [$one, $other] = [$this->give($batch, 'a.png', 900, 600)->id(), $this->give($batch, 'b.png', 901, 600)->id()];
        $address = "/batches/{$batch->id()}/framing/$one/4x6";
        $seen = $this->edition($address);
        $this->keep("/batches/{$batch->id()}/framing/$other/4x6", 0.1);
        $finish = "/batches/{$batch->id()}/finish/$one/4x6";
        self::assertSame($seen, $this->edition($finish));
        self::assertSame(200, $this->send($finish, ['step' => 'grain', 'for' => 'picture', 'amount' => 2, 'size' => '0.1mm'], $seen));
        self::assertSame(409, $this->send($finish, ['step' => 'grain', 'for' => 'picture', 'amount' => 3, 'size' => '0.1mm'], $seen));
        $this->browser->request('POST', "/batches/{$batch->id()}/strip/$one/4x6", ['_token' => 'csrf-token', '_edition' => $seen, 'way' => 'drawn'], server: ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseStatusCodeSame(409);
    }

    /** Found by sending eight at once: one was kept, and some of the others ended with a 500. */
    public function test_eight_first_framings_at_once_give_no_error(): void
    {
        $address = $this->framing();
        $processes = [];
        foreach (range(1, 8) as $i) {
            $script = <<<'PHP'
                require 'vendor/autoload.php';
                $kernel = new Snugfit\Kernel('test', false);
                $request = Symfony\Component\HttpFoundation\Request::create($argv[1], 'POST', server: [
                    'HTTP_ORIGIN' => 'http://localhost', 'HTTP_X_ACT' => 'csrf-token', 'CONTENT_TYPE' => 'application/json',
                ], content: $argv[2]);
                echo $kernel->handle($request)->getStatusCode();
                PHP;
            $fields = json_encode(['x' => $i / 10, 'y' => 0.5, 'zoom' => 1.5], \JSON_THROW_ON_ERROR);
            $process = new Process([\PHP_BINARY, '-d', 'ffi.enable=1', '-r', $script, '--', $address, $fields], \dirname(__DIR__, 2), ['SNUGFIT_DATA' => $this->data]);
            $process->start();
            $processes[] = $process;
        }
        $answers = [];
        foreach ($processes as $process) {
            $process->wait();
            $answers[] = $process->getOutput();
        }
        self::assertContains('200', $answers);
        self::assertSame([], array_values(array_diff($answers, ['200', '409'])), 'one is kept, and the others hear of it or follow');
    }

    public function test_taking_back_takes_back_what_was_seen(): void
    {
        $address = $this->framing();
        $batch = explode('/', $address)[2];
        $this->keep($address, 0.2);
        $seen = $this->lastAct();
        self::assertSame((string) $seen, $this->browser->request('GET', "/batches/$batch/line")->filter('input[name=entry]')->attr('value'));
        $this->keep($address, 0.3);
        self::assertSame(409, $this->post("/batches/$batch/undo", ['entry' => $seen]));
        self::assertStringContainsString('done meanwhile', (string) $this->browser->getResponse()->getContent());
        $script = self::OURS + ['HTTP_ACCEPT' => 'text/html, application/json;q=0.9'];
        $refused = $this->browser->request('POST', "/batches/$batch/undo", ['entry' => $seen], server: $script);
        self::assertStringContainsString('done meanwhile', $refused->filter('[data-sentence]')->text());
        self::assertEqualsWithDelta(0.3, $this->x(), 1e-6);
        self::assertSame(303, $this->post("/batches/$batch/undo", ['entry' => $this->lastAct()]));
        self::assertEqualsWithDelta(0.2, $this->x(), 1e-6);
        // Where nothing is left to take back the page names nothing.
        self::assertSame(303, $this->post("/batches/$batch/undo", ['entry' => $this->lastAct()]));
        self::assertSame(303, $this->post("/batches/$batch/redo", ['entry' => '']));
        self::assertEqualsWithDelta(0.2, $this->x(), 1e-6);
    }

    /** Names of files, and products: forms that are sent as a whole. */
    public function test_a_form_that_somebody_else_has_saved_meanwhile_comes_back_with_what_was_written_in_it(): void
    {
        $batch = $this->batch(['4x6']);
        $this->give($batch, 'a.png', 900, 600);
        $seen = $this->browser->request('GET', "/batches/{$batch->id()}/run")->filter('.names-slip input[name=_edition]')->attr('value');
        $settings = "/batches/{$batch->id()}/settings";
        self::assertSame(303, $this->post($settings, ['_edition' => $seen, 'name' => '{artwork}-{size}']));
        $this->browser->request('POST', $settings, ['_token' => 'csrf-token', '_edition' => $seen, 'name' => '{product}-{artwork}'], server: ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseStatusCodeSame(409);
        $page = $this->browser->getCrawler();
        self::assertSame('{product}-{artwork}', $page->filter('#name-template')->attr('value'), 'mine is still there');
        self::assertSame('{artwork}-{size}', $this->again($batch)->settings()->name->template, 'and theirs is kept');
        $now = $page->filter('.names-slip input[name=_edition]')->attr('value');
        self::assertSame(303, $this->post($settings, ['_edition' => $now, 'name' => '{product}-{artwork}']));
        self::assertSame('{product}-{artwork}', $this->again($batch)->settings()->name->template);

        [$mine, $theirs] = [$this->product(), $this->product()];
        $this->browser->submit($theirs, [self::NAME => 'Theirs'], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseRedirects();
        $this->browser->submit($mine, [self::NAME => 'Mine'], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseStatusCodeSame(409);
        self::assertSame('Theirs', $this->product()->getValues()[self::NAME]);
    }

    public function test_a_selection_of_which_a_part_is_gone_or_did_not_arrive_changes_nothing(): void
    {
        $batch = $this->batch(['4x6', '5x7']);
        $artwork = $this->give($batch, 'a.png', 900, 600);
        $address = "/batches/{$batch->id()}/fit/act";
        $cells = [$artwork->id().':4x6', $artwork->id().':5x7'];
        $act = ['act' => 'leave-out', 'value' => '', 'cells' => $cells];
        self::assertSame(422, $this->send($address, ['count' => 3] + $act));
        self::assertSame(409, $this->send($address, ['cells' => [...$cells, $artwork->id().':a4']] + $act));
        self::assertFalse($this->again($batch)->artworks()[0]->ofProduct('4x6')->excluded);
        self::assertLessThan(400, $this->send($address, ['count' => 2] + $act));
        self::assertTrue($this->again($batch)->artworks()[0]->ofProduct('4x6')->excluded);
    }

    public function test_a_forged_referrer_leads_nowhere_else(): void
    {
        foreach (['http://localhost//evil.example/x', 'http://localhost/\\evil.example', 'http://localhost/\\/evil.example'] as $referrer) {
            $this->browser->request('POST', '/unit/mm', ['_token' => 'csrf-token'], server: ['HTTP_ORIGIN' => 'http://localhost', 'HTTP_REFERER' => $referrer]);
            self::assertMatchesRegularExpression('~^/[^/\\\\]~', (string) $this->browser->getResponse()->headers->get('Location'), $referrer);
        }
    }

    /** @return string the address of a placement's framing */
    private function framing(): string
    {
        $batch = $this->batch(['4x6']);

        return \sprintf('/batches/%d/framing/%d/4x6', $batch->id(), $this->give($batch, 'a.png', 900, 700)->id());
    }

    private function product(): Form
    {
        return $this->browser->request('GET', '/shelf/4x6')->filter('#product')->form();
    }

    private function lastAct(): ?int
    {
        return $this->entities()->getRepository(UndoEntry::class)->findOneBy(['undone' => false], ['id' => 'DESC'])?->id();
    }

    private function edition(string $address): string
    {
        return (string) $this->browser->request('GET', $address)->filter('body')->attr('data-edition');
    }

    private function keep(string $address, float $x, string $edition = ''): int
    {
        return $this->send($address, ['x' => $x, 'y' => 0.5, 'zoom' => 1.5], $edition);
    }

    /** @param array<string, mixed> $fields */
    private function send(string $address, array $fields, string $edition = ''): int
    {
        $server = self::OURS + ['CONTENT_TYPE' => 'application/json'] + ('' === $edition ? [] : ['HTTP_X_EDITION' => $edition]);
        $this->browser->request('POST', $address, server: $server, content: json_encode($fields, \JSON_THROW_ON_ERROR));

        return $this->browser->getResponse()->getStatusCode();
    }

    /** @param array<string, mixed> $fields */
    private function post(string $address, array $fields): int
    {
        $this->browser->request('POST', $address, $fields + ['_token' => 'csrf-token'], server: ['HTTP_ORIGIN' => 'http://localhost']);

        return $this->browser->getResponse()->getStatusCode();
    }

    private function x(): ?float
    {
        $this->entities()->clear();
        $artwork = $this->entities()->getRepository(BatchArtwork::class)->findAll()[0];

        return $artwork->ofFamily('2-3')->framing->framing->position?->centreX;
    }
}
