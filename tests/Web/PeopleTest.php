<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use Snugfit\Shop\Entity\Person;
use Snugfit\Shop\Entity\Role;
use Snugfit\Shop\Entity\UndoEntry;
use Snugfit\Shop\People\AccessTokens;
use Snugfit\Shop\People\Accounts;
use Snugfit\Shop\People\ImpossiblePerson;
use Snugfit\Tests\Shop\ShopTestCase;
use Snugfit\Web\People\Door;
use Symfony\Component\BrowserKit\Cookie;
use Symfony\Component\Routing\Route;
use Symfony\Component\Routing\RouterInterface;

/** A shop that answers on other addresses than this machine's own: who is nobody sees nothing, and each role what is its own. */
final class PeopleTest extends ShopTestCase
{
    private const PASSWORD = 'lamp-oil-at-dusk';

    /** Routes that change something and are everybody's who signed in, and those of owners alone. */
    private const EVERYBODYS = ['unit', 'sign_out', 'my_password', 'my_token', 'my_token_remove'];
    private const OWNERS = [
        'people', 'person_add', 'person_act', 'shelf_add', 'shelf_edit', 'shelf_act', 'shelf_import',
    ];

    protected function setUp(): void
    {
        $_ENV['SNUGFIT_DOOR'] = $_SERVER['SNUGFIT_DOOR'] = 'closed';
        parent::setUp();
        foreach (Role::cases() as $role) {
            $this->service(Accounts::class)->add('a-'.$role->value, $role, self::PASSWORD);
        }
    }

    protected function tearDown(): void
    {
        unset($_ENV['SNUGFIT_DOOR'], $_SERVER['SNUGFIT_DOOR']);
        parent::tearDown();
    }

    public function test_every_route_lets_in_just_those_it_is_for(): void
    {
        $batch = $this->batch(['4x6']);
        $artwork = $this->give($batch, 'tide-lamp.png', 220, 150);
        $values = ['batch' => $batch->id(), 'artwork' => $artwork->id(), 'product' => '4x6', 'kind' => 'csv', 'side' => '320', 'token' => '987654', 'scene' => 'chair', 'person' => 987_654, 'run' => 987_654, 'file' => 987_654, 'preview' => 987_654, 'level' => 1, 'x' => 0, 'y' => 0, 'code' => 'own-0123456789ab'];
        $asked = 0;
        foreach ([null, Role::Viewer, Role::Operator, Role::Owner] as $role) {
            foreach ($this->service(RouterInterface::class)->getRouteCollection() as $name => $route) {
                foreach (array_diff($route->getMethods(), ['HEAD']) as $method) {
                    $this->be($role);
                    $status = $this->ask($method, self::filled($route, array_map(strval(...), $values)));
                    $what = \sprintf('%s as %s: %d', $name, $role->value ?? 'nobody', $status);
                    if (null === $role && 'sign_in' !== $name) {
                        self::assertContains($status, [302, 401], $what);
                        self::assertStringNotContainsStringIgnoringCase('tide', (string) $this->browser->getResponse()->getContent());
                    } elseif ('sign_in' !== $name) {
                        self::assertSame($this->isRefused($name, $method, $role ?? Role::Owner), 403 === $status, $what);
                        self::assertNotContains($status, [401, 500], $what);
                    }
                    ++$asked;
                }
            }
        }
        self::assertGreaterThan(250, $asked);
    }

    private function isRefused(string $name, string $method, Role $role): bool
    {
        return match (true) {
            \in_array($name, self::OWNERS, true) => Role::Owner !== $role,
            'GET' === $method && 'batch_delete' !== $name, \in_array($name, self::EVERYBODYS, true) => false,
            default => Role::Viewer === $role,
        };
    }

    public function test_who_may_not_is_told_whom_to_ask(): void
    {
        $this->be(Role::Viewer);
        self::assertSame(403, $this->post('/batches', ['name' => 'Mine']));
        self::assertStringContainsString('Ask an owner', (string) $this->browser->getResponse()->getContent());
        self::assertStringNotContainsString('Access Denied', (string) $this->browser->getResponse()->getContent());
    }

    public function test_who_signs_in_comes_to_where_they_wanted_and_signs_out_again(): void
    {
        $this->browser->request('GET', '/shelf', server: ['HTTP_ACCEPT' => 'text/html']);
        self::assertResponseRedirects('/sign-in?to=/shelf');
        $page = $this->browser->followRedirect();
        $this->browser->submit($page->filter('form')->form(['name' => 'A-Viewer ', 'password' => self::PASSWORD]), [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseRedirects('/shelf');
        $cookie = $this->browser->getCookieJar()->get(Door::COOKIE) ?? throw new \LogicException('No cookie was given.');
        self::assertTrue($cookie->isHttpOnly());
        self::assertSame('lax', $cookie->getSameSite());
        self::assertSame(200, $this->ask('GET', '/'));
        self::assertSame(303, $this->post('/sign-out'));
        // Also for who has kept the cookie.
        $this->browser->getCookieJar()->set($cookie);
        self::assertSame(302, $this->ask('GET', '/'));
    }

    public function test_over_tls_the_cookie_never_goes_another_way(): void
    {
        $this->browser->request('POST', 'https://localhost/sign-in', ['_token' => 'csrf-token', 'name' => 'a-owner', 'password' => self::PASSWORD], server: ['HTTP_ORIGIN' => 'https://localhost', 'HTTPS' => 'on']);
        self::assertResponseRedirects();
        self::assertStringContainsString('secure', strtolower((string) $this->browser->getResponse()->headers->get('Set-Cookie')));
    }

    public function test_nobody_is_sent_to_another_machine_after_signing_in(): void
    {
        foreach (['https://evil.example/', '//evil.example', '/\\evil.example', "/\t/evil.example", 'javascript:alert(1)'] as $to) {
            $this->browser->request('POST', '/sign-in', ['_token' => 'csrf-token', 'name' => 'a-viewer', 'password' => self::PASSWORD, 'to' => $to], server: ['HTTP_ORIGIN' => 'http://localhost']);
            self::assertResponseRedirects('/');
        }
    }

    public function test_guessing_gets_slow_and_the_right_password_has_to_wait_too(): void
    {
        foreach (range(1, 4) as $try) {
            self::assertSame(401, $this->signIn('a-owner', 'wrong '.$try));
        }
        self::assertStringContainsString('do not belong together', (string) $this->browser->getResponse()->getContent());
        // Four more, for which one would have waited half a minute.
        $this->entities()->getConnection()->executeStatement('UPDATE sign_in_attempt SET failures = failures + 4');
        self::assertSame(401, $this->signIn('a-owner', self::PASSWORD));
        self::assertStringContainsString('wrong tries', (string) $this->browser->getResponse()->getContent());
        self::assertSame(303, $this->signIn('a-viewer', self::PASSWORD), 'others do not wait');
        // Nobody learns so which names there are.
        foreach (range(1, 4) as $try) {
            $this->signIn('nobody-at-all', 'wrong '.$try);
        }
        $this->entities()->getConnection()->executeStatement('UPDATE sign_in_attempt SET failures = failures + 4');
        $this->signIn('nobody-at-all', self::PASSWORD);
        self::assertStringContainsString('wrong tries', (string) $this->browser->getResponse()->getContent());

        $this->entities()->getConnection()->executeStatement('UPDATE sign_in_attempt SET last_at = last_at - 1000');
        self::assertSame(303, $this->signIn('a-owner', self::PASSWORD));
        self::assertSame(303, $this->signIn('a-owner', self::PASSWORD), 'and then nothing is held against them');
    }

    public function test_a_sign_in_from_a_foreign_page_is_refused(): void
    {
        $this->browser->request('POST', '/sign-in', ['_token' => 'csrf-token', 'name' => 'a-owner', 'password' => self::PASSWORD], server: ['HTTP_ORIGIN' => 'https://evil.example']);
        self::assertResponseStatusCodeSame(401);
        self::assertNull($this->browser->getCookieJar()->get(Door::COOKIE));
    }

    public function test_a_new_password_signs_all_browsers_out(): void
    {
        $this->be(Role::Operator);
        self::assertSame(422, $this->post('/me/password', ['old' => 'not it', 'new' => 'another-long-one']));
        self::assertSame(422, $this->post('/me/password', ['old' => self::PASSWORD, 'new' => 'short']));
        self::assertSame(200, $this->ask('GET', '/'));
        self::assertSame(303, $this->post('/me/password', ['old' => self::PASSWORD, 'new' => 'another-long-one']));
        self::assertSame(302, $this->ask('GET', '/'));
        self::assertSame([401, 303], [$this->signIn('a-operator', self::PASSWORD), $this->signIn('a-operator', 'another-long-one')]);
    }

    public function test_the_owner_adds_changes_and_removes_people_but_the_last_owner_stays(): void
    {
        $this->be(Role::Owner);
        self::assertSame(303, $this->post('/people', ['name' => 'mara', 'role' => 'operator', 'password' => 'first-password']));
        foreach ([['mara', 'first-password'], ['x y', 'first-password'], ['nils', 'short'], ['long-enough-name', 'long-enough-name']] as [$name, $password]) {
            self::assertSame(422, $this->post('/people', ['name' => $name, 'role' => 'viewer', 'password' => $password]));
        }
        $mara = $this->service(Accounts::class)->named('mara');
        self::assertSame(303, $this->post("/people/{$mara->id()}/role", ['role' => 'viewer']));
        self::assertSame(303, $this->post("/people/{$mara->id()}/password", ['password' => 'second-password']));
        self::assertSame(303, $this->signIn('mara', 'second-password'));
        $this->be(Role::Owner);
        $owner = $this->service(Accounts::class)->named('a-owner');
        self::assertSame(422, $this->post("/people/{$owner->id()}/role", ['role' => 'viewer']));
        self::assertSame(422, $this->post("/people/{$owner->id()}/remove"));
        self::assertSame(303, $this->post("/people/{$mara->id()}/remove"));
        $this->entities()->clear();
        $this->expectException(ImpossiblePerson::class);
        $this->service(Accounts::class)->named('mara');
    }

    public function test_who_is_removed_is_out_at_once(): void
    {
        $this->be(Role::Operator);
        self::assertSame(200, $this->ask('GET', '/'));
        $this->service(Accounts::class)->remove($this->person(Role::Operator));
        self::assertSame(302, $this->ask('GET', '/'));
    }

    public function test_acts_and_runs_name_who_did_them(): void
    {
        $batch = $this->batch(['4x6']);
        $artwork = $this->give($batch, 'a.png', 220, 150);
        $this->be(Role::Operator);
        $this->act("/batches/{$batch->id()}/artworks/kind", ['ids' => [$artwork->id()], 'kind' => 'line-art']);
        self::assertSame('a-operator', $this->entities()->getRepository(UndoEntry::class)->findOneBy([])?->by());
        $page = $this->browser->request('GET', "/batches/{$batch->id()}/intake");
        self::assertStringContainsString('(a-operator)', $page->filter('.undo')->text());
        $this->post("/batches/{$batch->id()}/run");
        self::assertSame('a-operator', $this->deliveries()->lastRun($this->again($batch))?->startedBy());
    }

    public function test_a_script_gives_pictures_starts_a_run_and_fetches_the_parcel(): void
    {
        $token = $this->service(AccessTokens::class)->give($this->person(Role::Operator), 'nightly');
        $this->browser->getCookieJar()->clear();
        $batch = $this->api('POST', '/api/batches', $token, (string) json_encode(['name' => 'From a script', 'products' => ['4x6']]))['batch'];
        self::assertIsInt($batch);
        $this->picture(900, 600)->save('png', $this->data.'/tmp/x.png', []);
        $bytes = (string) file_get_contents($this->data.'/tmp/x.png');
        $given = $this->api('PUT', "/api/batches/$batch/pictures?name=..%2Fharbour.png&folder=sea", $token, $bytes);
        self::assertSame(['sea/harbour.png', hash('sha256', $bytes)], [$given['name'], $given['sha256']]);
        $this->work();
        $this->api('POST', "/api/batches/$batch/runs", $token);
        $this->work();
        $run = $this->api('GET', "/api/batches/$batch", $token)['run'];
        self::assertIsArray($run);
        self::assertSame([1, 1, 0], [$run['files'], $run['made'], $run['failed']]);
        ob_start();
        $this->browser->request('GET', "/api/batches/$batch/parcel.zip", server: ['HTTP_AUTHORIZATION' => 'Bearer '.$token]);
        ob_end_clean();
        self::assertStringStartsWith("PK\x03\x04", $this->browser->getInternalResponse()->getContent());
    }

    public function test_scripts_are_refused_with_a_sentence_in_json(): void
    {
        $token = $this->service(AccessTokens::class)->give($this->person(Role::Operator), 'nightly');
        $viewers = $this->service(AccessTokens::class)->give($this->person(Role::Viewer), 'looks');
        $this->browser->getCookieJar()->clear();
        foreach ([['', 401], ['snugfit-'.str_repeat('0', 64), 401], [$viewers, 403]] as [$sent, $status]) {
            self::assertArrayHasKey('error', $this->api('POST', '/api/batches', $sent, '{"name":"x"}', $status));
        }
        foreach (['', '{', '[]', '{"name":" "}', '{"name":"x","products":["nothing"]}'] as $body) {
            $this->api('POST', '/api/batches', $token, $body, null);
            self::assertContains($this->browser->getResponse()->getStatusCode(), [400, 422], $body);
        }
        $this->api('GET', '/api/batches/987654', $token, '', 404);
        // A script's token is no browser's, nor the other way round.
        $this->browser->getCookieJar()->set(new Cookie(Door::COOKIE, $token));
        self::assertSame(302, $this->ask('GET', '/'));
    }

    public function test_a_token_is_shown_once_and_can_be_taken_back(): void
    {
        $this->be(Role::Operator);
        self::assertSame(422, $this->post('/me/tokens', ['label' => ' ']));
        $this->browser->request('POST', '/me/tokens', ['_token' => 'csrf-token', 'label' => 'Nightly'], server: ['HTTP_ORIGIN' => 'http://localhost']);
        $token = $this->browser->getCrawler()->filter('[data-token]')->text();
        self::assertStringNotContainsString($token, (string) json_encode($this->entities()->getConnection()->fetchAllAssociative('SELECT * FROM access_token')));
        self::assertSame(0, $this->browser->request('GET', '/me')->filter('[data-token]')->count());
        $action = (string) $this->browser->getCrawler()->filter('form[action*="remove"]')->attr('action');
        $this->be(Role::Owner);
        self::assertSame(404, $this->post($action), 'it is not another\'s to take back');
        $this->be(Role::Operator);
        self::assertSame(303, $this->post($action));
        $this->browser->getCookieJar()->clear();
        $this->api('POST', '/api/batches', $token, '{"name":"x"}', 401);
    }

    private function person(Role $role): Person
    {
        return $this->service(Accounts::class)->named('a-'.$role->value);
    }

    private function be(?Role $role): void
    {
        $this->browser->getCookieJar()->clear();
        if (null !== $role) {
            $this->entities()->clear();
            $this->browser->getCookieJar()->set(new Cookie(Door::COOKIE, $this->service(AccessTokens::class)->give($this->person($role))));
        }
    }

    private function signIn(string $name, string $password): int
    {
        $this->browser->getCookieJar()->clear();

        return $this->post('/sign-in', ['name' => $name, 'password' => $password]);
    }

    /** @param array<string, mixed> $fields */
    private function post(string $path, array $fields = []): int
    {
        $this->browser->request('POST', $path, $fields + ['_token' => 'csrf-token'], server: ['HTTP_ORIGIN' => 'http://localhost']);

        return $this->browser->getResponse()->getStatusCode();
    }

    private function ask(string $method, string $path): int
    {
        ob_start();
        'POST' === $method
            ? $this->act($path, ['ids' => []])
            : $this->browser->request($method, $path, server: 'GET' === $method ? ['HTTP_ACCEPT' => 'text/html'] : self::OURS);
        ob_end_clean();

        return $this->browser->getResponse()->getStatusCode();
    }

    /** @return array<string, mixed> */
    private function api(string $method, string $path, string $token, string $body = '', ?int $status = 0): array
    {
        $server = ['CONTENT_TYPE' => 'application/json'] + ('' === $token ? [] : ['HTTP_AUTHORIZATION' => 'Bearer '.$token]);
        $this->browser->request($method, $path, server: $server, content: $body);
        $got = $this->browser->getResponse()->getStatusCode();
        if (null !== $status) {
            0 === $status ? self::assertLessThan(300, $got) : self::assertSame($status, $got);
        }
        /** @var array<string, mixed> $answer */
        $answer = json_decode((string) $this->browser->getResponse()->getContent(), true, flags: \JSON_THROW_ON_ERROR);

        return $answer;
    }

    /** @param array<string, string> $values */
    private static function filled(Route $route, array $values): string
    {
        $alternatives = static fn (string $name): string => explode('|', $route->getRequirement($name) ?? 'nowhere')[0];
        $token = $route->getRequirement('token');
        $values = ['token' => null !== $token && str_contains($token, '32') ? str_repeat('0', 32) : '987654'] + $values;

        return (string) preg_replace_callback('/\{!?(\w+)[^}]*\}/', static fn (array $found): string => $values[$found[1]] ?? $alternatives($found[1]), $route->getPath());
    }
}
