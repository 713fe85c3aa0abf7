<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Doctrine\DBAL\Connection;
use Symfony\Component\Messenger\Bridge\Doctrine\Transport\DoctrineTransport;
use Symfony\Component\Messenger\Envelope;
use Vorhut\App\Entity\ImportRun;
use Vorhut\App\Entity\RunStatus;
use Vorhut\App\Plan\JobStore;
use Vorhut\App\Runs\DoRun;
use Vorhut\App\Runs\DoRunHandler;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Tests\Support\Jobs;

/** The worker's queue: what happens to a message when its worker dies, and to a run when something breaks. */
final class QueueTest extends AppTestCase
{
    public function testAMessageIsTextWithARunsNumberOnAConnectionOfItsOwn(): void
    {
        $this->queue()->send(new Envelope(new DoRun(4)));
        $row = $this->connection()->fetchAssociative('SELECT body FROM messenger_messages');
        self::assertSame(['body' => '{"run":4}'], $row);
        self::assertNotSame($this->em()->getConnection(), $this->connection());
    }

    public function testAMessageWhoseWorkerDiedComesAgain(): void
    {
        $this->queue()->send(new Envelope(new DoRun(4)));
        self::assertSame(4, $this->next());
        $this->age(29);
        self::assertNull($this->next(), 'another worker may still be at it');
        $this->age(2);
        self::assertSame(4, $this->next());
    }

    public function testAMessageItsWorkerIsBusyWithStaysThere(): void
    {
        $this->queue()->send(new Envelope(new DoRun(4)));
        foreach ($this->queue()->get() as $busy) {
            for ($n = 0; $n < 3; ++$n) {
                $this->age(20);
                $this->queue()->keepalive($busy);
                self::assertNull($this->next());
            }
        }
        self::assertSame(3, $n ?? 0);
    }

    public function testARunThatBreaksEndsWithASentenceAndCanBeDoneAgain(): void
    {
        $run = $this->import('{"not": "a job"}');
        $this->handle($run);
        $run = $this->reread($run);
        self::assertSame(RunStatus::Failed, $run->getStatus());
        self::assertStringContainsString('$.format', $run->getMessage());
        $this->as('ines');
        $this->client->request('GET', '/');
        self::assertSelectorTextContains('.said.error', '$.format');
        $this->post('/runs/'.$run->getId().'/again');
        self::assertSame(RunStatus::Waiting, $this->reread($run)->getStatus());
    }

    /** What nobody thought of: here the table it needs is not there. */
    public function testAnErrorNobodyExpectedEndsTheRunToo(): void
    {
        $run = $this->import('');
        $this->em()->getConnection()->executeStatement('UPDATE run SET task = ? WHERE id = ?', ['{"text": 7}', $run->getId()]);
        $this->em()->clear();
        $this->handle($run);
        self::assertSame(RunStatus::Failed, $this->reread($run)->getStatus());
        self::assertNotSame('', $this->reread($run)->getMessage());
    }

    /** Half of the job is there already, from the worker that died. */
    public function testAnImportWhoseWorkerDiedBeginsAnew(): void
    {
        $run = $this->import(Jobs::demoText());
        $store = self::getContainer()->get(JobStore::class);
        \assert($store instanceof JobStore);
        $half = $store->create(Jobs::demo(), null);
        $half->setReady(false);
        $run->begin();
        $run->attachTo($half);
        $this->em()->flush();
        // Another worker knows nothing of what this one has read.
        $this->em()->clear();
        $this->handle($run);
        $run = $this->reread($run);
        self::assertSame(RunStatus::Done, $run->getStatus());
        self::assertSame('Kestrel Sound Ferries is imported, with 81 devices.', $run->getMessage());
        self::assertSame(Jobs::demoText(), JobFile::write($this->job($run->getJob()->getSlug())));
        self::assertSame(3, $this->number('SELECT COUNT(*) FROM job'), 'the two of the demo and this one');
    }

    public function testAWorkerThatDiesThreeTimesAtOneRunIsNotSentAtItAgain(): void
    {
        $run = $this->import(Jobs::demoText());
        for ($n = 0; $n < 3; ++$n) {
            self::assertTrue($run->begin());
        }
        $this->em()->flush();
        $this->handle($run);
        self::assertSame(RunStatus::Failed, $run->getStatus());
        self::assertStringContainsString('ended three times', $run->getMessage());
        self::assertSame(2, $this->number('SELECT COUNT(*) FROM job'), 'nothing was done');
    }

    private function import(string $text): ImportRun
    {
        $run = ImportRun::ofJobFile($this->person('ines'), $text, new \DateTimeImmutable());
        $this->em()->persist($run);
        $this->em()->flush();

        return $run;
    }

    private function handle(ImportRun $run): void
    {
        $handler = self::getContainer()->get(DoRunHandler::class);
        \assert($handler instanceof DoRunHandler);
        $handler(new DoRun($run->getId()));
    }

    private function reread(ImportRun $run): ImportRun
    {
        $this->em()->clear();

        return $this->em()->find(ImportRun::class, $run->getId()) ?? throw new \LogicException('gone');
    }

    /** Lets the messages that are out with a worker grow older. */
    private function age(int $seconds): void
    {
        $this->connection()->executeStatement('UPDATE messenger_messages SET delivered_at = delivered_at - INTERVAL ? SECOND', [$seconds]);
    }

    private function next(): ?int
    {
        foreach ($this->queue()->get() as $envelope) {
            $message = $envelope->getMessage();

            return $message instanceof DoRun ? $message->run : null;
        }

        return null;
    }

    private function queue(): DoctrineTransport
    {
        $queue = self::getContainer()->get('messenger.transport.long_work');
        \assert($queue instanceof DoctrineTransport);

        return $queue;
    }

    private function connection(): Connection
    {
        $connection = self::getContainer()->get('doctrine.dbal.queue_connection');
        \assert($connection instanceof Connection);

        return $connection;
    }
}
