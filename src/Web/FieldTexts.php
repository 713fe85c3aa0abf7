<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Vorhut\Core\Job\PortRef;
use Vorhut\Core\Job\RecordNames;
use Vorhut\Core\Record\Field\Choices;
use Vorhut\Core\Record\Field\Field;
use Vorhut\Core\Record\Field\NamedValues;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\RefersToSome;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;

/** What a field of a form shows of a value of the file, and what the file holds of what was typed. */
final readonly class FieldTexts
{
    public function __construct(private RecordNames $names) {}

    /** The value of the file; what is no such value stays as it was typed, and is refused where it is read. */
    public function value(Field $field, string $text): mixed
    {
        return match (true) {
            $field instanceof NamedValues => SettingsText::read($text),
            $field instanceof RefersToSome => $this->names->ids($field->list, $text),
            $field instanceof Refers && '' !== trim($text) => $this->id($field->list, trim($text)),
            self::isPort($field) && '' !== trim($text) => $this->names->portRef(trim($text)),
            default => $field->typed($text),
        };
    }

    /** What a cell shows of a value: records by their names, choices by their words. */
    public function words(Field $field, mixed $value): string
    {
        $text = $this->shown($field, $value);

        return $field instanceof Refers ? $this->names->name($field->list, $text) : $field->options()[$text] ?? $text;
    }

    /** What a field shows of a value of the file: other records by their names. */
    public function shown(Field $field, mixed $value): string
    {
        return match (true) {
            $field instanceof NamedValues => SettingsText::write($value),
            $field instanceof RefersToSome && \is_array($value) => $this->names->list(
                $field->list,
                array_values(array_filter($value, \is_string(...))),
            ),
            self::isPort($field) && \is_string($value) => $this->names->port($value),
            default => $field->shown($value),
        };
    }

    /** What could be typed, told apart from a value; what holds where a field is left empty. */
    public function example(Field $field): string
    {
        return match (true) {
            $field instanceof RefersToSome => 'names, with ; between',
            $field instanceof Choices => 'such as '.implode(', ', \array_slice($field->labels(), 0, 2)),
            self::isPort($field) => 'switch / port',
            $field instanceof Text && $field->series => '1 or 1-24',
            $field instanceof WholeNumber, $field instanceof Text => $field->shown($field->absent([])),
            default => '',
        };
    }

    /** A select sends an id; a name is taken as well. */
    private function id(string $list, string $text): string
    {
        return isset($this->names->all($list)[$text]) ? $text : $this->names->id($list, $text) ?? $text;
    }

    private static function isPort(Field $field): bool
    {
        return $field instanceof Parsed && PortRef::class === $field->class;
    }
}
