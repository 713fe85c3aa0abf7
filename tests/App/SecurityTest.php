<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\Security\Core\Exception\BadCredentialsException;
use Symfony\Component\Security\Core\Exception\TooManyLoginAttemptsAuthenticationException;
use Symfony\Component\Security\Http\Authenticator\AuthenticatorInterface;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\UserBadge;
use Symfony\Component\Security\Http\Authenticator\Passport\Passport;
use Symfony\Component\Security\Http\Authenticator\Passport\SelfValidatingPassport;
use Symfony\Component\Security\Http\Event\CheckPassportEvent;
use Symfony\Component\Security\Http\Event\LoginFailureEvent;
use Vorhut\App\People\LoginThrottle;

final class SecurityTest extends AppTestCase
{
    public function testNobodySeesAJobWithoutLoggingIn(): void
    {
        foreach (['/', self::JOB, self::JOB.'/devices', self::JOB.'/export', self::JOB.'/find?q=10'] as $path) {
            $this->client->request('GET', $path);
            self::assertResponseRedirects('/login');
        }
    }

    public function testLoginWithTheRightPasswordOnly(): void
    {
        $this->client->request('GET', '/login');
        $this->client->submitForm('Log in', ['_username' => 'ines', '_password' => 'wrong']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'is wrong');
        $this->client->submitForm('Log in', ['_username' => 'ines', '_password' => 'ferry-bell-lamp']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('h1', 'Jobs');
        self::assertStringNotContainsString('ferry-bell-lamp', $this->person('ines')->getPassword());
    }

    public function testSixWrongPasswordsLockTheNameForAMinute(): void
    {
        for ($n = 0; $n < 6; ++$n) {
            $this->client->request('GET', '/login');
            $this->client->submitForm('Log in', ['_username' => 'tomas', '_password' => 'wrong']);
            $this->client->followRedirect();
        }
        self::assertSelectorTextContains('[role=alert]', 'Wait a minute');
        $this->client->submitForm('Log in', ['_username' => 'tomas', '_password' => 'ferry-bell-lamp']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'Wait a minute', 'even the right one');
        $this->client->submitForm('Log in', ['_username' => 'ines', '_password' => 'ferry-bell-lamp']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('h1', 'Jobs', 'another name has not failed');
    }

    public function testManyNamesFromOnePlaceLockThePlace(): void
    {
        $throttle = self::getContainer()->get(LoginThrottle::class);
        $requests = self::getContainer()->get(RequestStack::class);
        \assert($throttle instanceof LoginThrottle && $requests instanceof RequestStack);
        $requests->push(new Request(server: ['REMOTE_ADDR' => '127.0.0.9']));
        $authenticator = self::createStub(AuthenticatorInterface::class);
        $try = static fn (string $name): Passport => new SelfValidatingPassport(new UserBadge($name));
        $failure = new BadCredentialsException();
        for ($n = 0; $n < 25; ++$n) {
            $throttle->refuse(new CheckPassportEvent($authenticator, $try('name-'.$n)));
            $throttle->count(new LoginFailureEvent($failure, $authenticator, new Request(), null, 'main', $try('name-'.$n)));
        }
        $this->expectException(TooManyLoginAttemptsAuthenticationException::class);
        $throttle->refuse(new CheckPassportEvent($authenticator, $try('somebody')));
    }

    public function testPagesCarryStrictHeaders(): void
    {
        $this->as('vera');
        $this->client->request('GET', self::JOB.'/proof');
        $headers = $this->client->getResponse()->headers;
        $policy = (string) $headers->get('Content-Security-Policy');
        self::assertStringContainsString("default-src 'none'", $policy);
        self::assertStringContainsString("script-src 'self'", $policy);
        self::assertStringNotContainsString('unsafe', $policy);
        self::assertSame(
            ['nosniff', 'DENY', 'same-origin'],
            [
                $headers->get('X-Content-Type-Options'),
                $headers->get('X-Frame-Options'),
                $headers->get('Referrer-Policy'),
            ],
        );
        self::assertStringContainsString('no-store', (string) $headers->get('Cache-Control'));
        self::assertDoesNotMatchRegularExpression(
            '/<[^>]+\s(?:style|on\w+)=/',
            $this->body(),
            'inline styles and handlers are blocked by the policy',
        );
    }

    /** The import map of a page and what begins its modules stand in the page: the policy knows them by a word of this answer alone. */
    public function testScriptsInThePageCarryTheWordOfThePolicy(): void
    {
        $this->as('vera');
        $words = [];
        foreach (['/proof', '/devices'] as $path) {
            $this->client->request('GET', self::JOB.$path);
            $policy = (string) $this->client->getResponse()->headers->get('Content-Security-Policy');
            self::assertSame(1, preg_match("#script-src 'self' 'nonce-([\w+/=]{20,})';#", $policy, $word), $policy);
            preg_match_all('/<script(?![^>]*\ssrc=)[^>]*>/', $this->body(), $scripts);
            self::assertCount(2, $scripts[0]);
            foreach ($scripts[0] as $script) {
                self::assertStringContainsString(\sprintf('nonce="%s"', $word[1]), $script);
            }
            $words[] = $word[1];
        }
        self::assertNotSame($words[0], $words[1]);
        $this->client->request('GET', self::JOB.'/dates.ics');
        self::assertStringNotContainsString('nonce', (string) $this->client->getResponse()->headers->get('Content-Security-Policy'));
    }

    /** @return iterable<string, array{string, array<string, mixed>, bool}> path, values, whether a technician may */
    public static function changes(): iterable
    {
        yield 'new job' => ['/jobs/new', ['name' => 'x', 'timezone' => 'UTC'], false];
        yield 'import' => ['/jobs/import', [], false];
        yield 'remove job' => [self::JOB.'/remove', [], false];
        yield 'segment' => [self::JOB.'/networks', ['name' => 'x'], false];
        yield 'remove segment' => [self::JOB.'/networks/guests/remove', [], false];
        yield 'cell' => [self::JOB.'/devices/berth-1/cell', ['field' => 'name', 'value' => 'x', 'version' => 1], true];
        yield 'device' => [self::JOB.'/devices/berth-1', ['name' => 'x', 'version' => 1], true];
        yield 'add device' => [self::JOB.'/devices', ['name' => 'x', 'profile' => 'generic-host'], true];
        yield 'list' => [self::JOB.'/list', ['text' => "name\nx"], true];
        yield 'take list' => [self::JOB.'/list/take', ['text' => "name\nx"], true];
        yield 'addresses' => [self::JOB.'/addresses', ['device' => ['berth-4']], true];
        yield 'bench' => [self::JOB.'/bench/berth-4', ['step' => 'unpack'], true];
        yield 'repair' => [self::JOB.'/proof/repair', ['repair' => 'x'], true];
        yield 'observe' => [self::JOB.'/proof/observe', ['intent' => 'x'], true];
        yield 'intent' => [self::JOB.'/proof/intents/+', ['kind' => 'reach'], true];
    }

    /** @param array<string, mixed> $values */
    #[DataProvider('changes')]
    public function testRolesMayDoWhatTheyMay(string $path, array $values, bool $technician): void
    {
        foreach (['vera' => false, 'tomas' => $technician, 'ines' => true] as $who => $may) {
            $this->as($who);
            $this->post($path, $values);
            self::assertSame($may, 403 !== $this->code(), \sprintf('%s at %s: %d', $who, $path, $this->code()));
        }
    }

    /** @param array<string, mixed> $values */
    #[DataProvider('changes')]
    public function testNothingChangesByARequestFromAnotherSite(string $path, array $values): void
    {
        $this->as('ines');
        $revision = $this->stored()->getRevision();
        $this->client->request('POST', $path, $values);
        self::assertSame(403, $this->code(), 'without a token');
        $this->client->request(
            'POST',
            $path,
            ['_token' => 'csrf-token', ...$values],
            [],
            ['HTTP_ORIGIN' => 'https://elsewhere.example.net', 'HTTP_REFERER' => 'https://elsewhere.example.net/'],
        );
        self::assertSame(403, $this->code(), 'from another origin');
        $this->em()->clear();
        self::assertSame($revision, $this->stored()->getRevision());
    }

    public function testWhatPeopleTypeIsShownAsText(): void
    {
        $this->as('ines');
        $this->post(self::JOB.'/devices/berth-1/cell', ['field' => 'name', 'value' => '<script>alert(1)</script>', 'version' => 1]);
        self::assertResponseIsSuccessful();
        foreach (['/devices', '/networks', '/bench', '/proof?intent=station-cameras', '/find?q=script', ''] as $page) {
            $this->client->request('GET', self::JOB.$page);
            self::assertStringNotContainsString('<script>alert', $this->body(), $page);
        }
    }
}
