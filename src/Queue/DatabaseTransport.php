<?php

declare(strict_types=1);

namespace Vorhut\App\Queue;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Types\Types;
use Psr\Clock\ClockInterface;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Exception\MessageDecodingFailedException;
use Symfony\Component\Messenger\Stamp\DelayStamp;
use Symfony\Component\Messenger\Stamp\TransportMessageIdStamp;
use Symfony\Component\Messenger\Transport\Receiver\KeepaliveReceiverInterface;
use Symfony\Component\Messenger\Transport\Receiver\ListableReceiverInterface;
use Symfony\Component\Messenger\Transport\Receiver\MessageCountAwareInterface;
use Symfony\Component\Messenger\Transport\Serialization\SerializerInterface;
use Symfony\Component\Messenger\Transport\TransportInterface;

/**
 * Messages in a table of the own database: workers take them with FOR UPDATE SKIP LOCKED, so that each goes to one.
 *
 * While a worker is busy with a message it says so every few seconds (--keepalive); a message nothing was heard of for half
 * a minute is delivered again.
 */
final class DatabaseTransport implements TransportInterface, KeepaliveReceiverInterface, MessageCountAwareInterface, ListableReceiverInterface
{
    private const REDELIVER_AFTER = '-30 seconds';

    public function __construct(
        private readonly Connection $connection,
        private readonly ClockInterface $clock,
        private readonly SerializerInterface $serializer,
        private readonly string $queue,
    ) {
    }

    public function send(Envelope $envelope): Envelope
    {
        $encoded = $this->serializer->encode($envelope);
        $delay = $envelope->last(DelayStamp::class)?->getDelay() ?? 0;
        $now = $this->clock->now();
        $this->connection->insert('queue_message', [
            'queue' => $this->queue,
            'body' => $encoded['body'],
            'headers' => json_encode($encoded['headers'] ?? [], \JSON_THROW_ON_ERROR),
            'created_at' => $now,
            'available_at' => $now->modify(\sprintf('+%d milliseconds', $delay)),
        ], ['created_at' => Types::DATETIME_IMMUTABLE, 'available_at' => Types::DATETIME_IMMUTABLE]);

        return $envelope->with(new TransportMessageIdStamp((string) $this->connection->lastInsertId()));
    }

    public function get(): iterable
    {
        $now = $this->clock->now();
        $row = $this->connection->transactional(function (Connection $connection) use ($now): array|false {
            $row = $connection->fetchAssociative(
                'SELECT id, body, headers FROM queue_message WHERE queue = ? AND available_at <= ? AND (delivered_at IS NULL OR delivered_at < ?) ORDER BY available_at, id LIMIT 1 FOR UPDATE SKIP LOCKED',
                [$this->queue, $now, $now->modify(self::REDELIVER_AFTER)],
                [Types::STRING, Types::DATETIME_IMMUTABLE, Types::DATETIME_IMMUTABLE],
            );
            if (false !== $row) {
                $connection->update('queue_message', ['delivered_at' => $now], ['id' => $row['id']], ['delivered_at' => Types::DATETIME_IMMUTABLE]);
            }

            return $row;
        });
        if (false === $row) {
            return [];
        }
        try {
            return [$this->envelope($row)];
        } catch (MessageDecodingFailedException $e) {
            // It would never be understood: out of the way with it, and say so.
            $this->connection->delete('queue_message', ['id' => $row['id']]);
            throw $e;
        }
    }

    public function ack(Envelope $envelope): void
    {
        $this->connection->delete('queue_message', ['id' => self::id($envelope)]);
    }

    public function reject(Envelope $envelope): void
    {
        $this->ack($envelope);
    }

    public function keepalive(Envelope $envelope, ?int $seconds = null): void
    {
        $this->connection->update('queue_message', ['delivered_at' => $this->clock->now()], ['id' => self::id($envelope)], ['delivered_at' => Types::DATETIME_IMMUTABLE]);
    }

    public function getMessageCount(): int
    {
        $count = $this->connection->fetchOne('SELECT COUNT(*) FROM queue_message WHERE queue = ?', [$this->queue]);

        return is_numeric($count) ? (int) $count : 0;
    }

    public function all(?int $limit = null): iterable
    {
        foreach ($this->connection->fetchAllAssociative('SELECT id, body, headers FROM queue_message WHERE queue = ? ORDER BY id'.(null === $limit ? '' : ' LIMIT '.$limit), [$this->queue]) as $row) {
            yield $this->envelope($row);
        }
    }

    public function find(mixed $id): ?Envelope
    {
        $row = $this->connection->fetchAssociative('SELECT id, body, headers FROM queue_message WHERE queue = ? AND id = ?', [$this->queue, $id]);

        return false === $row ? null : $this->envelope($row);
    }

    /** @param array<string, mixed> $row */
    private function envelope(array $row): Envelope
    {
        \assert(\is_string($row['headers']) && \is_string($row['body']) && \is_scalar($row['id']));
        /** @var array<string, string> $headers */
        $headers = json_decode($row['headers'], true, flags: \JSON_THROW_ON_ERROR);

        return $this->serializer->decode(['body' => $row['body'], 'headers' => $headers])
            ->with(new TransportMessageIdStamp((string) $row['id']));
    }

    private static function id(Envelope $envelope): string
    {
        $id = $envelope->last(TransportMessageIdStamp::class)?->getId();

        return \is_string($id) ? $id : throw new \LogicException('The message did not come from this transport.');
    }
}
