<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Vorhut\Core\Intent\ProbeKind;

/** What became of one question to one address. */
final readonly class ProbeResult implements \JsonSerializable
{
    /** @param array<string, string|int|float> $evidence */
    public function __construct(
        public ProbeKind $kind,
        public string $target,
        public int $port,
        public ProbeStatus $status,
        /** Milliseconds until it was known. */
        public float $milliseconds,
        public array $evidence = [],
    ) {}

    public function as(ProbeStatus $status): self
    {
        return new self(
            kind: $this->kind,
            target: $this->target,
            port: $this->port,
            status: $status,
            milliseconds: $this->milliseconds,
            evidence: $this->evidence,
        );
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return [
            'probe' => $this->kind->value,
            'target' => $this->target,
            'port' => $this->port,
            'status' => $this->status->value,
            'ms' => round($this->milliseconds, 1),
            'evidence' => (object) $this->evidence,
        ];
    }
}
