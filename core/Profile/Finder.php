<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Job\Protocol;
use Vorhut\Core\JobFile\RecordReader;

/** One discovery method as a unit answers it, or as a station uses it. */
final readonly class Finder
{
    public function __construct(
        public FindMethod $method,
        public Protocol $protocol,
        public int $port,
        /** The station's setting that holds the addresses it polls. */
        public string $listSetting,
    ) {
    }

    public static function read(RecordReader $r): self
    {
        $method = $r->enum('method', FindMethod::class);

        return new self(
            $method,
            $r->enum('protocol', Protocol::class, \in_array($method, [FindMethod::DhcpOptions, FindMethod::Name], true) ? Protocol::Tcp : Protocol::Udp),
            $r->integer('port', 1, 65535, $method->defaultPort()) ?? throw $r->refuse('port', 'a port from 1 to 65535', 'This value is required for this method.'),
            $r->string('listSetting', 'poll-list', 60),
        );
    }

    public function meets(self $other): bool
    {
        return $this->method === $other->method && $this->protocol === $other->protocol && $this->port === $other->port;
    }
}
