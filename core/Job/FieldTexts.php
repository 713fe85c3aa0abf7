<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\Field\Choices;
use Vorhut\Core\Record\Field\Field;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\NamedValues;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\RefersToSome;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;

/** What a field of a form, or a cell of a list, shows of a value of the file, and what the file holds of what was typed. */
final class FieldTexts
{
    private ?PartyNames $parties = null;

    public function __construct(private readonly Job $job, private readonly RecordNames $names) {}

    /** The value of the file; what is no such value stays as it was typed, and is refused where it is read. */
    public function value(Field $field, string $text): mixed
    {
        $typed = trim($text);

        return match (true) {
            $field instanceof NamedValues => SettingsText::read($text),
            $field instanceof RefersToSome => $this->names->ids($field->list, $text),
            '' === $typed => $field->typed($text),
            $field instanceof Refers => $this->id($field->list, $typed),
            $field instanceof CallsTo => $this->callTarget($typed),
            $field instanceof Party => $this->party($typed),
            $field instanceof Parties => array_map(fn (string $one): string => $this->party(trim($one)), explode(';', $typed)),
            self::isPort($field) => $this->names->portRef($typed),
            default => $field->typed($text),
        };
    }

    /** What a cell shows of a value: records by their names, choices by their words. */
    public function words(Field $field, mixed $value): string
    {
        $text = $this->shown($field, $value);
        if ($field instanceof Flag) {
            return '' === $text ? 'no' : 'yes';
        }

        return $field instanceof Refers ? $this->names->name($field->list, $text) : $field->options()[$text] ?? $text;
    }

    /** What a field shows of a value of the file: other records by their names. */
    public function shown(Field $field, mixed $value): string
    {
        $texts = \is_array($value) ? array_values(array_filter($value, \is_string(...))) : [];

        return match (true) {
            $field instanceof NamedValues => SettingsText::write($value),
            $field instanceof RefersToSome && [] !== $texts => $this->names->list($field->list, $texts),
            $field instanceof Parties && [] !== $texts => implode('; ', array_map($this->parties()->name(...), $texts)),
            !\is_string($value) => $field->shown($value),
            $field instanceof CallsTo => $this->callWords($value),
            $field instanceof Party => $this->parties()->name($value),
            self::isPort($field) => $this->names->port($value),
            default => $field->shown($value),
        };
    }

    /** What could be typed, told apart from a value; what holds where a field is left empty. */
    public function example(Field $field): string
    {
        return match (true) {
            $field instanceof RefersToSome, $field instanceof Parties => 'names, with ; between',
            $field instanceof Party => 'name or address',
            $field instanceof CallsTo => 'extension or its name',
            $field instanceof Choices => 'such as '.implode(', ', \array_slice($field->labels(), 0, 2)),
            self::isPort($field) => 'switch / port',
            $field instanceof Text && $field->series => '1 or 1-24',
            $field instanceof WholeNumber, $field instanceof Text => $field->shown($field->absent([])),
            default => '',
        };
    }

    /** The id of the list of names that one may choose from while typing; '' where there is none. */
    public function suggestions(Field $field): string
    {
        return match (true) {
            $field instanceof Party => 'names-parties',
            $field instanceof CallsTo => 'names-calls',
            self::isPort($field) => 'names-ports',
            default => '',
        };
    }

    /** The name of the record that a field refers to, where its form asks for it by name. */
    public function named(Refers $field, mixed $value): string
    {
        return \is_string($value) && '' !== $value ? $this->names->name($field->list, $value) : '';
    }

    /** A select sends an id; a name is taken as well. */
    private function id(string $list, string $text): string
    {
        return isset($this->names->all($list)[$text]) ? $text : $this->names->id($list, $text) ?? $text;
    }

    private function callWords(string $target): string
    {
        $number = explode(':', $target, 2)[1] ?? '';
        $name = $this->names->all('extensions')[$number] ?? null;

        return null === $name || $name === $number ? $target : $number.' '.$name;
    }

    /** A number, the name of who has it, or both. */
    private function callTarget(string $text): string
    {
        $number = (string) preg_replace('/\D.*$/sD', '', $text);
        $name = $this->names->all('extensions')[$number] ?? null;
        $isNumber = null !== $name && \in_array($text, [$number, $number.' '.$name], true);
        $id = $isNumber ? $number : $this->names->id('extensions', $text);

        return null === $id ? $text : CallTarget::ANY.':'.$id;
    }

    private function party(string $text): string
    {
        try {
            return $this->parties()->read($text);
        } catch (InvalidValue) {
            return $text;
        }
    }

    private function parties(): PartyNames
    {
        return $this->parties ??= new PartyNames($this->job);
    }

    private static function isPort(Field $field): bool
    {
        return $field instanceof Parsed && PortRef::class === $field->class;
    }
}
