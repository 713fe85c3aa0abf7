<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\DomCrawler\Crawler;
use Vorhut\App\Entity\Lab;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\PlanReader;
use Vorhut\App\Vault\VaultKey;
use Vorhut\Core\Job\Job;
use Vorhut\Field\Lab\LabNetwork;

/** The application over HTTP with a real database, in which the demo stands. */
abstract class AppTestCase extends WebTestCase
{
    protected const JOB = '/job/kestrel-sound-ferries';

    protected KernelBrowser $client;

    protected function setUp(): void
    {
        $this->client = self::createClient();
        $key = self::getContainer()->get(VaultKey::class);
        \assert($key instanceof VaultKey);
        $key->make();
        // What is kept of a job is known by its day: so no test is given what another one has left.
        $jobs = $this->em()->getConnection()->executeStatement(
            'UPDATE job SET created_at = DATE_SUB(created_at, INTERVAL ? SECOND)',
            [random_int(1, 300_000_000)],
        );
        if (0 === $jobs) {
            self::fail('The demo is not in the database of the tests. Run scripts/test-db.');
        }
        $pool = self::getContainer()->get('login_attempts');
        \assert($pool instanceof \Psr\Cache\CacheItemPoolInterface);
        $pool->clear();
    }

    protected function as(string $username): void
    {
        $this->client->loginUser($this->person($username));
    }

    protected function person(string $username): User
    {
        return $this->em()->getRepository(User::class)->findOneBy(['username' => $username]) ?? throw new \LogicException('no '.$username);
    }

    protected function em(): EntityManagerInterface
    {
        $em = self::getContainer()->get(EntityManagerInterface::class);
        \assert($em instanceof EntityManagerInterface);

        return $em;
    }

    protected function stored(string $slug = 'kestrel-sound-ferries'): StoredJob
    {
        return $this->em()->getRepository(StoredJob::class)->findOneBy(['slug' => $slug]) ?? throw new \LogicException('no '.$slug);
    }

    /** The job as it stands in the database now. */
    protected function job(string $slug = 'kestrel-sound-ferries'): Job
    {
        $this->em()->clear();
        $plans = self::getContainer()->get(PlanReader::class);
        \assert($plans instanceof PlanReader);

        return $plans->read($this->stored($slug))->job;
    }

    /**
     * Sends a form as a page made just now would.
     *
     * @param array<array-key, mixed> $values
     */
    protected function post(string $path, array $values = []): Crawler
    {
        $values = ['_token' => 'csrf-token', 'version' => $this->version(), ...$values];

        return $this->client->request('POST', $path, $values, [], ['HTTP_ORIGIN' => 'http://localhost']);
    }

    /** Asks for a part of a page, as the page does. */
    protected function part(string $path): Crawler
    {
        return $this->client->request('GET', $path, server: ['HTTP_HX_REQUEST' => 'true']);
    }

    /** The demo job's revision now. */
    protected function version(): int
    {
        return $this->number('SELECT revision FROM job WHERE slug = ?', 'kestrel-sound-ferries');
    }

    protected function number(string $sql, string ...$values): int
    {
        $number = $this->em()->getConnection()->fetchOne($sql, array_values($values));

        return is_numeric($number) ? (int) $number : throw new \LogicException($sql);
    }

    /** Questions that the database was asked so far. */
    protected function selects(): int
    {
        $row = $this->em()->getConnection()->fetchNumeric("SHOW SESSION STATUS LIKE 'Com_select'");

        return false !== $row && is_numeric($row[1]) ? (int) $row[1] : throw new \LogicException('no status');
    }

    /** Lets the worker do the next thing that waits. */
    protected function work(string $queue = 'long_work'): void
    {
        $application = new Application(self::$kernel ?? throw new \LogicException());
        (new CommandTester($application->find('messenger:consume')))->execute([
            'receivers' => [$queue],
            '--limit' => 1,
            '--time-limit' => 30,
        ]);
        $this->em()->clear();
    }

    /** As if the lab of the demo job ran, wherever: nobody need answer. */
    protected function labRuns(): void
    {
        $blocks = (new LabNetwork($this->job()))->addresses->blocks();
        $lab = $this->em()->getRepository(Lab::class)->findOneBy(['job' => $this->stored()]) ?? new Lab($this->stored());
        $lab->want(true);
        $lab->tell(1, '', $blocks, new \DateTimeImmutable('+1 hour'));
        $this->em()->persist($lab);
        $this->em()->flush();
    }

    protected function code(): int
    {
        return $this->client->getResponse()->getStatusCode();
    }

    protected function body(): string
    {
        return (string) $this->client->getResponse()->getContent();
    }
}
