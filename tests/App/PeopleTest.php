<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;
use Vorhut\App\Entity\Role;
use Vorhut\App\People\JobPeople;
use Vorhut\App\People\People;
use Vorhut\Core\InvalidValue;

/** People come by a link, do what they may where they may, and are out as soon as somebody says so. */
final class PeopleTest extends AppTestCase
{
    private const PASSWORD = 'harbour wall in winter';

    public function testSomebodyIsInvitedChoosesAPasswordAndIsIn(): void
    {
        $this->as('ines');
        $this->post('/people', ['name' => 'Odd Nilsen', 'username' => 'Odd', 'role' => 'ROLE_TECHNICIAN']);
        self::assertResponseIsSuccessful();
        self::assertStringContainsString('no-store', (string) $this->client->getResponse()->headers->get('Cache-Control'));
        $link = $this->link();
        $this->client->request('GET', '/people');
        self::assertStringNotContainsString('/welcome/', $this->body(), 'shown once, and kept nowhere');
        self::assertSame(0, $this->number('SELECT COUNT(*) FROM user_account WHERE link LIKE ?', '%'.basename($link).'%'));

        $this->leave();
        $this->client->request('GET', $link);
        self::assertSelectorTextContains('h1', 'Welcome, Odd Nilsen');
        $tries = [['short', 'short', '12'], ['odd is my name here', 'odd is my name here', 'name'], [self::PASSWORD, 'x', 'differ']];
        foreach ($tries as [$one, $two, $why]) {
            $this->client->submitForm('Save password and log in', ['password' => $one, 'again' => $two]);
            self::assertSame(422, $this->code());
            self::assertSelectorTextContains('[role=alert]', $why);
        }
        $this->client->submitForm('Save password and log in', ['password' => self::PASSWORD, 'again' => self::PASSWORD]);
        $this->client->followRedirect();
        self::assertSelectorTextContains('.who', 'Odd Nilsen · technician');

        $this->client->request('GET', $link);
        self::assertSame(404, $this->code(), 'good once');
        $this->leave();
        $this->logIn('odd', self::PASSWORD);
        self::assertSelectorTextContains('h1', 'Jobs');
    }

    public function testALinkRunsOutAndANewOneEndsTheOld(): void
    {
        $people = $this->people();
        $first = $people->invite('odd', 'Odd', Role::Viewer);
        $second = $people->reset($people->named('odd'));
        foreach ([[$first, 404], [$second, 200]] as [$link, $code]) {
            $this->client->request('GET', self::path($link));
            self::assertSame($code, $this->code());
        }
        $this->em()->getConnection()->executeStatement(
            "UPDATE user_account SET link_until = NOW() - INTERVAL 1 DAY WHERE username = 'odd'",
        );
        $this->client->request('GET', self::path($second));
        self::assertSame(404, $this->code());
        $this->logIn('odd', '');
        self::assertSelectorExists('[role=alert]', 'nobody logs in without a password');
    }

    public function testWhoIsSwitchedOffIsOutAtOnce(): void
    {
        $this->logIn('tomas', 'ferry-bell-lamp');
        self::assertSelectorTextContains('h1', 'Jobs');
        $this->people()->setActive($this->person('tomas'), false);
        $this->client->request('GET', '/');
        self::assertResponseRedirects('/login');
        $this->logIn('tomas', 'wrong');
        self::assertSelectorTextContains('[role=alert]', 'is wrong', 'only who knows the password is told');
        $this->logIn('tomas', 'ferry-bell-lamp');
        self::assertSelectorTextContains('[role=alert]', 'deactivated');
        $this->people()->setActive($this->person('tomas'), true);
        $this->logIn('tomas', 'ferry-bell-lamp');
        self::assertSelectorTextContains('h1', 'Jobs');
    }

    public function testWithANewLinkTheOldPasswordEndsAndWhoIsOffHasNone(): void
    {
        $this->people()->reset($this->person('tomas'));
        $this->logIn('tomas', 'ferry-bell-lamp');
        self::assertSelectorTextContains('[role=alert]', 'is wrong');
        $this->people()->setActive($this->person('tomas'), false);
        $this->client->request('GET', self::path($this->people()->reset($this->person('tomas'))));
        self::assertSame(404, $this->code());
    }

    public function testSessionsEndEverywhereElse(): void
    {
        $this->logIn('tomas', 'ferry-bell-lamp');
        $there = $this->client->getCookieJar()->all();
        $this->client->restart();
        $this->logIn('tomas', 'ferry-bell-lamp');
        $this->client->request('GET', '/me');
        $this->client->submitForm('Log out other sessions');
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=status]', 'other sessions were logged out');
        $this->client->restart();
        foreach ($there as $cookie) {
            $this->client->getCookieJar()->set($cookie);
        }
        $this->client->request('GET', '/');
        self::assertResponseRedirects('/login');
    }

    public function testOnesOwnNameAndPassword(): void
    {
        $this->logIn('vera', 'ferry-bell-lamp');
        $this->client->request('GET', '/me');
        $this->client->submitForm('Save name', ['name' => 'Vera Holm-Berg']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('.who', 'Vera Holm-Berg');
        $this->client->submitForm('Change password', ['old' => 'wrong', 'password' => self::PASSWORD, 'again' => self::PASSWORD]);
        self::assertSelectorTextContains('[role=alert]', 'present password is wrong');
        $this->client->submitForm('Change password', ['old' => 'ferry-bell-lamp', 'password' => self::PASSWORD, 'again' => self::PASSWORD]);
        $this->client->followRedirect();
        self::assertSelectorTextContains('h1', 'Vera', 'still in here');
        $this->leave();
        $this->logIn('vera', 'ferry-bell-lamp');
        self::assertSelectorExists('[role=alert]');
        $this->logIn('vera', self::PASSWORD);
        self::assertSelectorTextContains('h1', 'Jobs');
    }

    /** @return iterable<string, array{string, Role|null, array<string, int>}> who, what they may in this job, answers */
    public static function roles(): iterable
    {
        $see = ['GET /devices' => 200];
        $cell = 'POST /devices/berth-1/cell';
        yield 'a viewer made a technician here' => ['vera', Role::Technician, $see + [$cell => 200, 'POST /networks' => 403]];
        yield 'a technician made a lead here' => ['tomas', Role::Lead, $see + ['GET /people' => 200, $cell => 200]];
        yield 'a technician made a viewer here' => ['tomas', Role::Viewer, $see + [$cell => 403]];
        yield 'a technician shut out' => ['tomas', null, ['GET /devices' => 403, 'GET /export' => 403, $cell => 403]];
    }

    /** @param array<string, int> $answers */
    #[DataProvider('roles')]
    public function testWhatCountsIsTheRoleInTheJob(string $who, ?Role $role, array $answers): void
    {
        $this->jobs()->set($this->stored(), $this->person($who), $role, $this->person('ines'));
        $this->as($who);
        foreach ($answers as $what => $code) {
            [$method, $path] = explode(' ', $what);
            'GET' === $method
                ? $this->client->request('GET', self::JOB.$path)
                : $this->post(self::JOB.$path, ['field' => 'serial', 'value' => 'K-1', 'name' => 'X', 'prefix' => '10.47.99.0/24']);
            self::assertSame($code, $this->code(), $what);
        }
        $this->client->request('GET', '/');
        $shown = str_contains($this->body(), 'href="'.self::JOB);
        self::assertSame(null !== $role, $shown, 'in the list of jobs');
        $this->client->request('GET', '/job/skerry-slip/find?q=berth');
        self::assertSame(null !== $role, str_contains($this->body(), self::JOB), 'found from another job');
        $this->client->request('GET', '/people');
        self::assertSame(403, $this->code(), 'a lead of one job does not manage people');
    }

    public function testWhoHasNoRoleSeesOnlyJobsThatNameThem(): void
    {
        $this->people()->setRole($this->person('vera'), null);
        $this->as('vera');
        $this->client->request('GET', '/');
        self::assertSelectorTextContains('main', 'No job yet');
        $this->client->request('GET', self::JOB);
        self::assertSame(403, $this->code());
        $this->jobs()->set($this->stored(), $this->person('vera'), Role::Viewer, $this->person('ines'));
        $this->client->request('GET', self::JOB);
        self::assertResponseIsSuccessful();
        self::assertSelectorTextContains('.who', 'viewer');
    }

    public function testTheRoleInAJobIsSetOnItsPage(): void
    {
        $this->as('ines');
        $this->post(self::JOB.'/people/tomas', ['role' => 'none']);
        $page = $this->client->followRedirect();
        self::assertSelectorTextContains('[role=status]', 'Tomas Wray');
        self::assertStringContainsString('set by Ines Aldermoor', $page->filter('table')->text());
        $this->post(self::JOB.'/people/tomas', ['role' => '']);
        self::assertSame(0, $this->number('SELECT COUNT(*) FROM job_role'));
        $this->post(self::JOB.'/people/ines', ['role' => 'ROLE_VIEWER']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'not the only lead', 'the last one stays');
        self::assertSame(0, $this->number('SELECT COUNT(*) FROM job_role'));
    }

    public function testARoleThatDoesNotExistIsRefusedAndNotTakenForNone(): void
    {
        $this->as('ines');
        foreach (['/people/tomas/role', self::JOB.'/people/tomas'] as $path) {
            $this->post($path, ['role' => 'ROLE_ADMIN']);
            $this->client->followRedirect();
            self::assertSelectorTextContains('[role=alert]', 'ROLE_ADMIN');
        }
        $this->post('/people', ['name' => 'X', 'username' => 'xx', 'role' => 'ROLE_ADMIN']);
        self::assertSame(422, $this->code());
        self::assertSame(Role::Technician, $this->person('tomas')->getRole());
        self::assertSame(0, $this->number('SELECT COUNT(*) FROM job_role'));
    }

    public function testItIsSaidThatWhatAJobSaysDoesNotBindLeads(): void
    {
        $this->people()->invite('second', 'Second', Role::Lead);
        $this->as('ines');
        self::assertStringContainsString('does not bind leads', $this->client->request('GET', self::JOB.'/people')->text());
        $this->post(self::JOB.'/people/second', ['role' => 'none']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=status]', 'does not bind leads');
        $this->post(self::JOB.'/people/vera', ['role' => 'none']);
        $this->client->followRedirect();
        self::assertSelectorTextNotContains('[role=status]', 'does not bind leads');
    }

    public function testOneLeadAlwaysStays(): void
    {
        $people = $this->people();
        $ines = $this->person('ines');
        $people->invite('second', 'Second', Role::Lead);
        $tries = [
            static fn () => $people->setRole($ines, Role::Viewer),
            static fn () => $people->setRole($ines, null),
            static fn () => $people->setActive($ines, false),
        ];
        foreach ($tries as $try) {
            $refused = null;
            try {
                $try();
            } catch (InvalidValue $e) {
                $refused = $e;
            }
            self::assertNotNull($refused, 'one who was only invited cannot invite others');
        }
        $people->named('second')->setPassword('x');
        $people->setRole($ines, Role::Viewer);
        self::assertSame(Role::Viewer, $this->person('ines')->getRole());
    }

    public function testOnlyLeadsManagePeople(): void
    {
        foreach (['tomas', 'vera'] as $who) {
            $this->as($who);
            $this->post('/people', ['name' => 'X', 'username' => 'xx', 'role' => 'ROLE_LEAD']);
            self::assertSame(403, $this->code());
            foreach (['password', 'role', 'active', 'sessions'] as $do) {
                $this->post('/people/ines/'.$do, ['role' => '']);
                self::assertSame(403, $this->code(), $do);
            }
            $this->post(self::JOB.'/people/'.$who, ['role' => 'ROLE_LEAD']);
            self::assertSame(403, $this->code());
        }
    }

    public function testTheConsoleDoesTheSame(): void
    {
        self::assertSame('', $this->console(['do' => 'first']), 'somebody is here');
        $link = trim($this->console(['do' => 'invite', 'name' => 'odd', '--display' => 'Odd Nilsen', '--role' => 'none']));
        $this->client->request('GET', self::path($link));
        self::assertSelectorTextContains('h1', 'Odd Nilsen');
        self::assertMatchesRegularExpression('/^odd +no role +invited +Odd Nilsen$/m', $this->console(['do' => 'list']));
        $this->console(['do' => 'role', 'name' => 'odd', '--role' => 'lead', '--job' => 'skerry-slip', '--by' => 'ines']);
        self::assertSame(1, $this->number("SELECT COUNT(*) FROM job_role WHERE role = 'ROLE_LEAD'"));
        $this->console(['do' => 'off', 'name' => 'odd']);
        self::assertFalse($this->person('odd')->isActive());
        self::assertStringContainsString('Otherwise nobody could invite', $this->console(['do' => 'off', 'name' => 'ines'], 2));
        self::assertStringContainsString('See --help', $this->console(['do' => 'dance'], 2));
        $this->em()->getConnection()->executeStatement('DELETE FROM user_account');
        self::assertMatchesRegularExpression('#/welcome/[0-9a-f]{40}#', $this->console(['do' => 'first']));
        self::assertSame('', $this->console(['do' => 'first']), 'once');
    }

    /** @param array<string, string> $arguments */
    private function console(array $arguments, int $code = 0): string
    {
        $tester = new CommandTester((new Application(self::$kernel ?? throw new \LogicException()))->find('vorhut:people'));
        self::assertSame($code, $tester->execute($arguments));

        return $tester->getDisplay();
    }

    private static function path(string $url): string
    {
        return (string) parse_url($url, \PHP_URL_PATH);
    }

    private function link(): string
    {
        return $this->client->getCrawler()->filter('.next .secret')->text();
    }

    private function logIn(string $name, string $password): void
    {
        $this->client->request('GET', '/login');
        $this->client->submitForm('Log in', ['_username' => $name, '_password' => $password]);
        $this->client->followRedirect();
    }

    private function leave(): void
    {
        $this->client->restart();
    }

    private function people(): People
    {
        $people = self::getContainer()->get(People::class);
        \assert($people instanceof People);

        return $people;
    }

    private function jobs(): JobPeople
    {
        $jobs = self::getContainer()->get(JobPeople::class);
        \assert($jobs instanceof JobPeople);

        return $jobs;
    }
}
