<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Target;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\RecordType;

/** A field of a record: the VLAN of a segment, the dispatchable address. */
final readonly class FieldAnswer implements AnswerTarget
{
    /**
     * @param class-string $type the value object of its list
     * @param string $inside the list of records within it whose first one is meant; '' for the record itself
     */
    public function __construct(private string $type, private string $id, private string $key, private string $inside = '') {}

    public function list(): string
    {
        return Lists::forType($this->type)->name;
    }

    public function edits(Job $job, string $text, AnswerContext $given): array
    {
        $record = $job->record($this->type, $this->id) ?? [];
        $changed = '' === $this->inside
            ? [$this->key => $this->typed(Lists::forType($this->type)->type(), $text)]
            : [$this->inside => $this->within($record, $text)];
        try {
            Lists::forType($this->type)->type()->read([...$record, ...$changed]);
        } catch (InvalidFile $e) {
            throw new InvalidValue($text, $e->errors[0]->allowed, $e->errors[0]->advice);
        }

        return [$job->edit($this->type, $this->id, $changed)];
    }

    /**
     * @param array<string, mixed> $record
     *
     * @return list<mixed>
     */
    private function within(array $record, string $text): array
    {
        $field = Lists::forType($this->type)->type()->fields[$this->inside] ?? null;
        \assert($field instanceof \Vorhut\Core\Record\Field\Records);
        $inside = \is_array($record[$this->inside] ?? null) ? array_values($record[$this->inside]) : [];
        $first = \is_array($inside[0] ?? null) ? $inside[0] : [];
        $inside[0] = [...$first, $this->key => $this->typed(RecordType::fromClass($field->class), $text)];

        return $inside;
    }

    /** @param RecordType<object> $type */
    private function typed(RecordType $type, string $text): mixed
    {
        $field = $type->fields[$this->key] ?? throw new \LogicException(\sprintf('There is no field "%s".', $this->key));
        if ($field instanceof \Vorhut\Core\Record\Field\Flag) {
            return match (strtolower(trim($text))) {
                'yes', 'on', 'true' => true,
                'no', 'off', 'false' => false,
                default => throw new InvalidValue($text, 'yes or no', 'Write yes or no.'),
            };
        }

        return $field->typed($text);
    }
}
