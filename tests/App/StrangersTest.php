<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Doctrine\DBAL\Driver\PDO\Exception as DriverError;
use Doctrine\DBAL\Exception\ConnectionException;
use Doctrine\ORM\EntityManagerInterface;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\PasswordHasher\Hasher\PasswordHasherFactoryInterface;
use Symfony\Component\PasswordHasher\PasswordHasherInterface;
use Symfony\Component\Security\Core\Exception\BadCredentialsException;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;
use Symfony\Component\Security\Http\Authenticator\AuthenticatorInterface;
use Symfony\Component\Security\Http\Event\LoginFailureEvent;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Entity\TestRun;
use Vorhut\App\People\SteadyUsers;
use Vorhut\App\People\UnknownNames;

/** What comes from outside and is not as it should be gets its right answer, and nobody is logged out for a fault of ours. */
final class StrangersTest extends AppTestCase
{
    /** @return iterable<string, array{string, string, array<string, string>, int}> method, address, values and the right answer */
    public static function oddities(): iterable
    {
        yield 'a page beyond all' => ['GET', '/devices?page=9223372036854775807', [], 200];
        yield 'a page that is none' => ['GET', '/devices?page=-1e9', [], 200];
        yield 'no UTF-8 in the address' => ['GET', '/devices?q=%FF%FE', [], 400];
        yield 'no UTF-8 in the path' => ['GET', '/bench/%FF', [], 400];
        yield 'no UTF-8 in a name' => ['POST', '/devices/berth-1', ['name' => "\xFF"], 400];
        yield 'no UTF-8 in a list' => ['POST', '/list', ['text' => "name\n\xC3"], 400];
        yield 'no UTF-8 in a note' => ['POST', '/proof/observe', ['note' => "\xFF"], 400];
        yield 'a cell that is none' => ['POST', '/tests', ['axis' => 'segment', 'row' => 'x', 'column' => 'PLACEHOLDER'], 400];
        yield 'a list of a million lines' => ['POST', '/list', ['text' => 'LINES'], 422];
    }

    /** @param array<string, string> $values */
    #[DataProvider('oddities')]
    public function testOddInputGetsItsRightAnswer(string $method, string $path, array $values, int $code): void
    {
        $this->as('ines');
        $big = ['PLACEHOLDER' => str_repeat('x', 400), 'LINES' => "name,profile\n".str_repeat("a,b\n", 300000)];
        $values = array_map(static fn (string $v): string => $big[$v] ?? $v, $values);
        'GET' === $method ? $this->client->request('GET', self::JOB.$path) : $this->post(self::JOB.$path, $values);
        self::assertSame($code, $this->code());
        self::assertSame(0, $this->em()->getRepository(TestRun::class)->count([]));
    }

    /** @return iterable<string, array{string}> */
    public static function pairs(): iterable
    {
        yield 'too long' => ['mic-station>'.str_repeat('x', 300)];
        yield 'of another job' => ['mic-station>slip-horn-of-another-job'];
        yield 'of another intent' => ['guest-1>pbx'];
        yield 'none' => ['mic-station'];
    }

    #[DataProvider('pairs')]
    public function testOnlyPairsOfTheIntentAreSigned(string $pair): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/proof/observe', ['intent' => 'station-receivers', 'pair' => $pair, 'span' => 'through']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'There is no such pair in this job');
        self::assertSame(0, $this->em()->getRepository(Observation::class)->count([]));
    }

    public function testBehindAProxyThatEndsTlsTheLoginStaysSecure(): void
    {
        $proxy = ['REMOTE_ADDR' => '127.0.0.1', 'HTTP_HOST' => 'localhost', 'HTTP_X_FORWARDED_HOST' => 'vorhut.example'];
        $proxy += ['HTTP_X_FORWARDED_PROTO' => 'https', 'HTTP_X_FORWARDED_PORT' => '443', 'HTTP_X_FORWARDED_FOR' => '203.0.113.7'];
        $this->client->request('GET', '/', [], [], $proxy);
        self::assertSame('https://vorhut.example/login', $this->client->getRequest()->getUriForPath($this->location()));
        $who = ['_username' => 'ines', '_password' => 'ferry-bell-lamp', '_csrf_token' => 'csrf-token', '_remember_me' => 'on'];
        $this->client->request('POST', '/login', $who, [], $proxy + ['HTTP_ORIGIN' => 'https://vorhut.example']);
        self::assertStringEndsWith('/', $this->location());
        $cookies = implode('; ', $this->client->getResponse()->headers->all('set-cookie'));
        self::assertStringContainsString('REMEMBERME=', $cookies);
        self::assertStringContainsString('secure', $cookies);
        // From anywhere else the same headers are nothing but text.
        $this->client->restart();
        $this->client->request('GET', '/', [], [], ['REMOTE_ADDR' => '203.0.113.9'] + $proxy);
        self::assertSame('http', $this->client->getRequest()->getScheme());
    }

    public function testAHostNobodyGaveItIsRefused(): void
    {
        $this->client->request('GET', '/login', [], [], ['HTTP_HOST' => 'elsewhere.example']);
        self::assertSame(400, $this->code());
    }

    public function testWhatAScriptAsksForIsToldToLogIn(): void
    {
        $this->client->request('POST', self::JOB.'/devices/berth-1/cell', [], [], ['HTTP_HX_REQUEST' => 'true']);
        self::assertSame([401, 'You were logged out.'], [$this->code(), $this->body()]);
        $this->client->request('GET', self::JOB.'/devices');
        self::assertResponseRedirects('/login');
    }

    public function testADatabaseThatIsAwayLogsNobodyOut(): void
    {
        $away = new ConnectionException(DriverError::new(new \PDOException('gone')), null);
        $em = self::createStub(EntityManagerInterface::class);
        $em->method('getRepository')->willThrowException($away);
        $ines = $this->person('ines');
        self::assertSame($ines, (new SteadyUsers($em))->refreshUser($ines));
    }

    public function testANameThatNobodyHasCostsAHashToo(): void
    {
        $hasher = $this->createMock(PasswordHasherInterface::class);
        $hasher->expects(self::once())->method('hash')->willReturn('x');
        $hashers = self::createStub(PasswordHasherFactoryInterface::class);
        $hashers->method('getPasswordHasher')->willReturn($hasher);
        foreach ([new UserNotFoundException(), null] as $cause) {
            (new UnknownNames($hashers))->spendTheSameTime(new LoginFailureEvent(
                new BadCredentialsException('', 0, $cause),
                self::createStub(AuthenticatorInterface::class),
                new Request(),
                null,
                'main',
            ));
        }
    }

    private function location(): string
    {
        $path = parse_url((string) $this->client->getResponse()->headers->get('Location'), \PHP_URL_PATH);

        return \is_string($path) ? $path : '';
    }
}
