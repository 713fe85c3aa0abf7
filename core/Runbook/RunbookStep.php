<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\Profile\Port;
use Vorhut\Core\Profile\RotarySwitch;
use Vorhut\Core\Profile\Step\RecordKind;
use Vorhut\Core\Profile\Step\SymptomCause;
use Vorhut\Core\Profile\Step\Timer;
use Vorhut\Core\Profile\Step\TimerKind;
use Vorhut\Core\Profile\Step\ToRecord;
use Vorhut\Core\Profile\Step\Who;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Profile\WayIn;
use Vorhut\Core\Runbook\General\LaptopBackStep;

/** One step of the work on a unit. */
final readonly class RunbookStep implements \JsonSerializable
{
    /**
     * @param list<string> $do in this order
     * @param list<StepValue> $values in the order of the unit's own page
     * @param list<StepKeys> $keys
     * @param list<Timer> $timers
     * @param list<string> $see
     * @param list<SymptomCause> $causes the likeliest first
     * @param list<ToRecord> $record
     * @param list<string> $cautions
     * @param list<Blocker> $blockedBy
     * @param list<Port> $ports
     * @param list<string> $after ids of steps
     */
    public function __construct(
        public string $id,
        public WorkStage $stage,
        public string $title,
        public string $why = '',
        public Who $who = Who::Technician,
        public array $do = [],
        public array $values = [],
        public array $keys = [],
        public array $timers = [],
        public array $see = [],
        public array $causes = [],
        public array $record = [],
        public array $cautions = [],
        public array $blockedBy = [],
        public array $ports = [],
        public ?RotarySwitch $dial = null,
        /** The position at which the dial is to stand. */
        public string $dialAt = '',
        public ?WayIn $way = null,
        public string $undo = '',
        public array $after = [],
        public bool $isDone = false,
        /** What is read at the unit and compared with the plan: "mac", "address", or the id of a setting; '' for nothing. */
        public string $reads = '',
    ) {}

    /** Whether the unit stands on the bench for it: from its power until it has its address; the laptop goes back without it. */
    public function isOnTheBench(): bool
    {
        return LaptopBackStep::ID !== $this->id
            && $this->stage->rank() >= WorkStage::Power->rank()
            && $this->stage->rank() <= WorkStage::Address->rank();
    }

    /** Whether the unit runs by itself for a while once it is done. */
    public function waits(): bool
    {
        return array_any($this->timers, static fn ($timer): bool => TimerKind::Wait === $timer->kind);
    }

    /** Whether something is to be read, measured or kept as it was found. */
    public function isRead(): bool
    {
        $read = [RecordKind::Read, RecordKind::Measure, RecordKind::AsFound];

        return [] !== array_filter($this->record, static fn (ToRecord $r): bool => \in_array($r->kind, $read, true));
    }

    /** @return list<string> what is to be typed or known at it, and is not known yet */
    public function openValues(): array
    {
        $open = array_filter($this->values, static fn (StepValue $v): bool => $v->isOpen && !$v->isSecret);

        return array_values(array_map(static fn (StepValue $v): string => $v->label, $open));
    }

    /** @param array<string, mixed> $changed values by the name of the property */
    public function with(array $changed): self
    {
        /** @phpstan-ignore argument.type */
        return new self(...[...get_object_vars($this), ...$changed]);
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return [
            'id' => $this->id,
            'stage' => $this->stage->value,
            'title' => $this->title,
            'who' => $this->who->value,
            'values' => $this->values,
            'keys' => $this->keys,
            'timers' => array_map(static fn (Timer $t): array => ['kind' => $t->kind->value, 'seconds' => $t->seconds], $this->timers),
            'see' => $this->see,
            'record' => array_map(
                static fn (ToRecord $r): array => ['kind' => $r->kind->value, 'label' => $r->label, 'setting' => $r->setting],
                $this->record,
            ),
            'cautions' => $this->cautions,
            'blockedBy' => $this->blockedBy,
        ];
    }
}
