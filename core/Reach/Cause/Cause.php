<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Cause;

/** Why a packet got no further: who stopped it, by which rule, with which configured values, in one sentence. */
final readonly class Cause implements \JsonSerializable
{
    /** @param array<string, string> $values */
    public function __construct(
        public string $at,
        public CauseRule $rule,
        public array $values,
        public string $text,
        public PathDirection $leg = PathDirection::Request,
    ) {}

    /** @return array{at: string, rule: string, values: object, text: string} */
    public function jsonSerialize(): array
    {
        return ['at' => $this->at, 'rule' => $this->rule->value, 'values' => (object) $this->values, 'text' => $this->text];
    }
}
