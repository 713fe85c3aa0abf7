<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Net\ParsedFromText;
use Vorhut\Core\Record\InvalidFile;

/** A technical value written as text: an address, a prefix, a MAC, a service. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Parsed extends Field
{
    /**
     * @param class-string<ParsedFromText> $class
     * @param string $by its named constructor
     * @param string $none a word that stands for no value
     */
    public function __construct(
        public readonly string $class,
        string $label = '',
        array $columns = [],
        int $since = 1,
        bool $required = false,
        private readonly string $by = 'fromString',
        private readonly string $none = '',
        private readonly string $says = '',
        private readonly mixed $default = null,
    ) {
        parent::__construct($label, $columns, $since, $required);
    }

    public function read(mixed $value): mixed
    {
        return $this->none === $value && '' !== $this->none ? null : self::parse($this->class, $this->by, $value);
    }

    /**
     * @param class-string<ParsedFromText> $class
     *
     * @throws InvalidFile
     */
    public static function parse(string $class, string $by, mixed $value): mixed
    {
        if (!\is_string($value)) {
            throw InvalidFile::at('', $value, 'text', 'Put the value in quotes.');
        }
        try {
            $read = [$class, $by];
            \assert(\is_callable($read));

            return $read($value);
        } catch (InvalidValue $e) {
            throw InvalidFile::at('', $value, $e->allowed, $e->advice);
        }
    }

    public function absent(array $record): mixed
    {
        return null === $this->default ? null : self::parse($this->class, $this->by, $this->default);
    }

    public function allowed(): string
    {
        return '' === $this->says ? 'a value such as '.$this->class::example() : $this->says;
    }

    public function schema(): array
    {
        $schema = ['type' => 'string', 'pattern' => $this->class::pattern()];

        return '' === $this->none ? $schema : ['anyOf' => [['const' => $this->none], $schema]];
    }

    public function isTechnical(): bool
    {
        return true;
    }

    public function width(): int
    {
        return 22;
    }
}
