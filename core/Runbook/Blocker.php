<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

/** Something that a step waits for. */
final readonly class Blocker implements \JsonSerializable
{
    /**
     * @param string $kind "step", "unit", "pairing", "value", "answer" or "licence"
     * @param string $id of that
     */
    public function __construct(public string $kind, public string $id, public string $text)
    {
    }

    /** @return array{kind: string, id: string, text: string} */
    public function jsonSerialize(): array
    {
        return ['kind' => $this->kind, 'id' => $this->id, 'text' => $this->text];
    }
}
