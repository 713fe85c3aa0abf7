<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\Clock\MockClock;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Exception\MessageDecodingFailedException;
use Symfony\Component\Messenger\Stamp\DelayStamp;
use Symfony\Component\Messenger\Transport\Serialization\PhpSerializer;
use Vorhut\App\Message\RunImport;
use Vorhut\App\Queue\DatabaseTransport;

final class QueueTest extends AppTestCase
{
    private MockClock $clock;
    private DatabaseTransport $queue;

    protected function setUp(): void
    {
        parent::setUp();
        $this->clock = new MockClock('2026-11-23 10:00:00');
        $this->queue = new DatabaseTransport($this->em()->getConnection(), $this->clock, new PhpSerializer(), 'test');
    }

    public function testMessagesComeInOrderOnceAndGoWhenDone(): void
    {
        $this->queue->send(new Envelope(new RunImport(1)));
        $this->queue->send(new Envelope(new RunImport(2)));
        $first = $this->next();
        self::assertSame(1, self::number($first));
        self::assertSame(2, self::number($second = $this->next()));
        self::assertNull($this->next(), 'both are out with a worker');
        $this->queue->ack($first ?? throw new \LogicException());
        $this->queue->reject($second ?? throw new \LogicException());
        self::assertSame(0, $this->queue->getMessageCount());
    }

    public function testADelayedMessageWaits(): void
    {
        $this->queue->send(new Envelope(new RunImport(3), [new DelayStamp(5000)]));
        self::assertNull($this->next());
        $this->clock->sleep(6);
        self::assertSame(3, self::number($this->next()));
    }

    public function testAMessageWhoseWorkerDiedComesAgain(): void
    {
        $this->queue->send(new Envelope(new RunImport(4)));
        self::assertSame(4, self::number($this->next()));
        $this->clock->sleep(29);
        self::assertNull($this->next());
        $this->clock->sleep(2);
        self::assertSame(4, self::number($this->next()));
    }

    public function testAMessageItsWorkerIsBusyWithStaysThere(): void
    {
        $this->queue->send(new Envelope(new RunImport(4)));
        $busy = $this->next() ?? throw new \LogicException();
        for ($i = 0; $i < 4; ++$i) {
            $this->clock->sleep(20);
            $this->queue->keepalive($busy);
            self::assertNull($this->next());
        }
    }

    public function testQueuesDoNotMix(): void
    {
        (new DatabaseTransport($this->em()->getConnection(), $this->clock, new PhpSerializer(), 'other'))->send(new Envelope(new RunImport(5)));
        self::assertNull($this->next());
    }

    public function testWhatCannotBeUnderstoodIsTakenOutAndSaidSo(): void
    {
        $this->em()->getConnection()->insert('queue_message', ['queue' => 'test', 'body' => 'gibberish', 'headers' => '[]', 'created_at' => '2026-11-23 09:00:00', 'available_at' => '2026-11-23 09:00:00']);
        try {
            $this->next();
            self::fail('decoded');
        } catch (MessageDecodingFailedException) {
            self::assertSame(0, $this->queue->getMessageCount());
        }
    }

    private function next(): ?Envelope
    {
        foreach ($this->queue->get() as $envelope) {
            return $envelope;
        }

        return null;
    }

    private static function number(?Envelope $envelope): ?int
    {
        $message = $envelope?->getMessage();

        return $message instanceof RunImport ? $message->run : null;
    }
}
