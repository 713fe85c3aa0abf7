<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\Job\Stage;

/** Something that a step waits for. */
final readonly class Blocker implements \JsonSerializable
{
    /**
     * @param string $kind "step", "unit", "pairing", "value", "answer" or "licence"
     * @param string $id of that
     * @param Stage|null $until how far another unit must have come
     */
    public function __construct(public string $kind, public string $id, public string $text, public ?Stage $until = null) {}

    /** Whether work on the bench ends it; where not, somebody outside must say, decide or send something. */
    public function isOurs(): bool
    {
        return 'step' === $this->kind || 'unit' === $this->kind;
    }

    /** @return array{kind: string, id: string, text: string} */
    public function jsonSerialize(): array
    {
        return ['kind' => $this->kind, 'id' => $this->id, 'text' => $this->text];
    }
}
