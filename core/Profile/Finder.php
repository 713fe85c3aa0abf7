<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Record\Completed;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;

/** One discovery method as a unit answers it, or as a station uses it. */
final readonly class Finder implements Completed
{
    public function __construct(
        #[Choice(FindMethod::class, 'Method', required: true)]
        public FindMethod $method,
        #[Choice(Protocol::class, 'Protocol')]
        public Protocol $protocol,
        #[WholeNumber(0, 65535, 'Port', required: true)]
        public int $port,
        /** The station's setting that holds the addresses it polls. */
        #[Text('Setting with the address list', max: 60, default: 'poll-list')]
        public string $listSetting,
    ) {}

    /** Protocol and port are the method's own where a standard names them. */
    public static function complete(array $record): array
    {
        $method = FindMethod::tryFrom(\is_string($record['method'] ?? null) ? $record['method'] : '');
        $record['protocol'] ??= ($method?->defaultProtocol() ?? Protocol::Udp)->value;
        $record['port'] ??= $method?->defaultPort();

        return $record;
    }

    public static function completed(): array
    {
        return ['protocol', 'port'];
    }

    public function meets(self $other): bool
    {
        return $this->method === $other->method && $this->protocol === $other->protocol && $this->port === $other->port;
    }
}
