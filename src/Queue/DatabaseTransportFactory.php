<?php

declare(strict_types=1);

namespace Vorhut\App\Queue;

use Doctrine\DBAL\Connection;
use Psr\Clock\ClockInterface;
use Symfony\Component\Messenger\Transport\Serialization\SerializerInterface;
use Symfony\Component\Messenger\Transport\TransportFactoryInterface;
use Symfony\Component\Messenger\Transport\TransportInterface;

/**
 * Makes the own database transport for a DSN such as vorhut-db://default?queue=failed.
 *
 * @implements TransportFactoryInterface<DatabaseTransport>
 */
final class DatabaseTransportFactory implements TransportFactoryInterface
{
    public function __construct(private readonly Connection $connection, private readonly ClockInterface $clock)
    {
    }

    /** @param array<mixed> $options */
    public function createTransport(#[\SensitiveParameter] string $dsn, array $options, SerializerInterface $serializer): TransportInterface
    {
        parse_str((string) parse_url($dsn, \PHP_URL_QUERY), $query);
        $queue = $query['queue'] ?? 'default';

        return new DatabaseTransport($this->connection, $this->clock, $serializer, \is_string($queue) ? $queue : 'default');
    }

    /** @param array<mixed> $options */
    public function supports(#[\SensitiveParameter] string $dsn, array $options): bool
    {
        return str_starts_with($dsn, 'vorhut-db://');
    }
}
