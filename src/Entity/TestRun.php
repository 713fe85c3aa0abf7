<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Vorhut\Core\Proof\CallStep;

/** A live test: of one pair, one intent, one cell of the matrix, one step of the calls, or everything; in the lab or on the site. */
#[ORM\Entity]
class TestRun extends Run
{
    public static function wanted(
        StoredJob $job,
        User $user,
        \DateTimeImmutable $at,
        ?string $intent = null,
        ?string $pair = null,
        bool $onSite = false,
        ?string $cell = null,
        ?CallStep $step = null,
    ): self {
        $task = [
            'intent' => $intent,
            'pair' => $pair,
            'onSite' => $onSite,
            'cell' => $cell,
            'step' => $step?->value,
        ];

        return new self($job, $user, $at, $task);
    }

    /** The cell of the matrix in Proof, where just that is tested. */
    public function getCell(): ?string
    {
        return $this->text('cell');
    }

    /** The step of the proof of telephony, where just that is tested. */
    public function getStep(): ?CallStep
    {
        return CallStep::tryFrom($this->text('step') ?? '');
    }

    public function getIntent(): ?string
    {
        return $this->text('intent');
    }

    public function getPair(): ?string
    {
        return $this->text('pair');
    }

    /** Real units are asked from this machine, instead of the lab. */
    public function isOnSite(): bool
    {
        return true === ($this->task()['onSite'] ?? null);
    }

    public function getHolding(): int
    {
        return $this->count('holding');
    }

    /** Pairs with an observation that differs from the prediction. */
    public function getDiffering(): int
    {
        return $this->count('differing');
    }

    public function saw(bool $holds, bool $differs, int $done, int $total): void
    {
        $this->progress($done, $total);
        $this->setResult([
            'holding' => $this->getHolding() + (int) $holds,
            'differing' => $this->getDiffering() + (int) $differs,
        ]);
    }

    private function text(string $key): ?string
    {
        $value = $this->task()[$key] ?? null;

        return \is_string($value) ? $value : null;
    }

    private function count(string $key): int
    {
        $value = $this->result()[$key] ?? null;

        return \is_int($value) ? $value : 0;
    }
}
