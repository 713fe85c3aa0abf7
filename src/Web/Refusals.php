<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Vorhut\App\Web\View\FormField;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;

/** Why what was typed into a form was not taken: at its fields, and above the form where it has none. */
final readonly class Refusals
{
    /**
     * @param list<string> $above
     * @param array<string, string> $atFields by the names of fields
     */
    private function __construct(public array $above, public array $atFields) {}

    public static function none(): self
    {
        return new self([], []);
    }

    public static function said(string ...$sentences): self
    {
        return new self(array_values($sentences), []);
    }

    public static function fromRefused(InvalidFile $refused): self
    {
        $above = [];
        $atFields = [];
        foreach ($refused->errors as $error) {
            $name = self::field($error);
            $above[] = Sentence::fromError($error);
            $atFields[$name] ??= rtrim(\sprintf('Allowed is %s. %s', $error->allowed, $error->advice));
        }

        return new self($above, $atFields);
    }

    /** For a form that asks for values from deep inside a record by their own names alone. */
    public function flat(): self
    {
        $atFields = [];
        foreach ($this->atFields as $name => $why) {
            $atFields[(string) preg_replace('/^.*\[([a-zA-Z]+)\](?:\[\d+\])?$|^([a-zA-Z]+)\[\d+\]$/', '$1$2', $name)] ??= $why;
        }

        return new self($this->above, $atFields);
    }

    public function isEmpty(): bool
    {
        return [] === $this->above;
    }

    /**
     * @param list<FormField> $fields
     *
     * @return list<FormField> each with what is wrong with it
     */
    public function at(array $fields): array
    {
        return array_map(fn (FormField $f): FormField => $f->with($this->atFields), $fields);
    }

    /** The name of the field: what is "$.routers[core].rules[2].from" in a file is "rules[2][from]" in a form. */
    private static function field(FileError $error): string
    {
        $path = (string) preg_replace('/^\$\.(?:job\b|[a-z]+(?:\.[a-z]+)*\[[^\]]*\])?\.?/', '', $error->path);
        $keys = preg_split('/[.\[\]]+/', $path, -1, \PREG_SPLIT_NO_EMPTY);
        $keys = false === $keys ? [] : $keys;
        $first = array_shift($keys);

        return (string) $first.implode('', array_map(static fn (string $key): string => '['.$key.']', $keys));
    }
}
