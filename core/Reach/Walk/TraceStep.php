<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Walk;

use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Cause\PathDirection;

/** One decision on a packet's way. */
final readonly class TraceStep implements \JsonSerializable
{
    /** @param array<string, string> $values configured values the decision used */
    public function __construct(
        public PathDirection $leg,
        public string $at,
        public string $text,
        public bool $ok,
        public string $rule,
        public array $values = [],
        /** The segment the packet is sent into by this step; null where it is sent nowhere. */
        public ?string $into = null,
        /** Where it stops here, why. */
        public ?Cause $cause = null,
    ) {}

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return [
            'leg' => $this->leg->value,
            'at' => $this->at,
            'text' => $this->text,
            'ok' => $this->ok,
            'rule' => $this->rule,
            'values' => (object) $this->values,
            'into' => $this->into,
        ];
    }
}
