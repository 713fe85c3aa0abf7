<?php

declare(strict_types=1);

namespace Vorhut\Core\JobFile;

use Vorhut\Core\InvalidValue;

/**
 * Reads one JSON object key by key, checks each value, and refuses keys nobody asked for.
 *
 * Keys that begin with "x-" are anybody's and pass. Every method throws InvalidFile with the path of the value.
 */
final class RecordReader
{
    public const SLUG = '/^[a-z0-9](?:[a-z0-9._-]{0,62}[a-z0-9])?$/D';

    /** @var array<string, true> */
    private array $known = [];

    /** @param array<array-key, mixed> $data */
    private function __construct(private readonly array $data, public readonly string $path)
    {
    }

    public static function over(mixed $data, string $path): self
    {
        if ($data instanceof \stdClass) {
            $data = (array) $data;
        }
        if (!\is_array($data) || ([] !== $data && array_is_list($data))) {
            throw InvalidFile::at($path, $data, 'an object with named values', 'Put the values in braces.');
        }

        return new self($data, $path);
    }

    public function has(string $key): bool
    {
        return \array_key_exists($key, $this->data) && null !== $this->data[$key];
    }

    public function present(string $key): bool
    {
        $this->known[$key] = true;

        return \array_key_exists($key, $this->data);
    }

    public function string(string $key, ?string $default = null, int $max = 2000): string
    {
        $value = $this->value($key) ?? $default;
        if (!\is_string($value) || mb_strlen($value) > $max) {
            throw $this->refuse($key, 'text'.($max < 2000 ? \sprintf(' of at most %d characters', $max) : ''), null === $default && null === $value ? 'This value is required.' : '');
        }

        return $value;
    }

    public function name(string $default): string
    {
        $name = $this->string('name', $default, 120);
        if ('' === trim($name)) {
            throw $this->refuse('name', 'a name of 1 to 120 characters', 'Leave the key out to use the id as name.');
        }

        return $name;
    }

    public function text(string $key, int $max = 2000): ?string
    {
        return $this->has($key) ? $this->string($key, null, $max) : $this->null($key);
    }

    public function id(string $key = 'id'): string
    {
        $value = $this->value($key);
        if (!\is_string($value) || 1 !== preg_match(self::SLUG, $value)) {
            throw $this->refuse($key, 'a slug of 1 to 64 small letters, digits, dots, underscores and hyphens, beginning and ending with a letter or digit', 'Such as berth-1.');
        }

        return $value;
    }

    public function reference(string $key): ?string
    {
        return $this->has($key) ? $this->id($key) : $this->null($key);
    }

    public function integer(string $key, int $min, int $max, ?int $default = null): ?int
    {
        $value = $this->value($key);
        if (null === $value) {
            return $default;
        }
        if (!\is_int($value) || $value < $min || $value > $max) {
            throw $this->refuse($key, \sprintf('a whole number from %d to %d', $min, $max));
        }

        return $value;
    }

    public function number(string $key, float $min, float $max): ?float
    {
        $value = $this->value($key);
        if (null === $value) {
            return null;
        }
        if ((!\is_int($value) && !\is_float($value)) || $value < $min || $value > $max) {
            throw $this->refuse($key, \sprintf('a number from %s to %s', $min, $max));
        }

        return (float) $value;
    }

    public function flag(string $key, bool $default): bool
    {
        $value = $this->value($key) ?? $default;
        if (!\is_bool($value)) {
            throw $this->refuse($key, 'true or false', 'Without quotes.');
        }

        return $value;
    }

    /**
     * @template T of \BackedEnum
     *
     * @param class-string<T> $enum
     * @param T|null          $default
     *
     * @return T
     */
    public function enum(string $key, string $enum, ?\BackedEnum $default = null): \BackedEnum
    {
        $value = $this->value($key);
        if (null === $value && null !== $default) {
            return $default;
        }
        $case = \is_string($value) ? $enum::tryFrom($value) : null;

        return $case ?? throw $this->refuse($key, 'one of '.implode(', ', array_map(static fn (\BackedEnum $c): string => (string) $c->value, $enum::cases())));
    }

    /**
     * @template T
     *
     * @param callable(string): T $parse throws InvalidValue
     *
     * @return T|null
     */
    public function parsed(string $key, callable $parse): mixed
    {
        $value = $this->value($key);

        return null === $value ? null : $this->parse($key, $value, $parse);
    }

    /**
     * @template T
     *
     * @param callable(string): T $parse throws InvalidValue
     *
     * @return list<T>
     */
    public function parsedList(string $key, callable $parse): array
    {
        $result = [];
        foreach ($this->list($key) as $index => $value) {
            $result[] = $this->parse(\sprintf('%s[%d]', $key, $index), $value, $parse);
        }

        return $result;
    }

    /**
     * @template T
     *
     * @param callable(self): T $read
     *
     * @return list<T>
     */
    public function records(string $key, callable $read): array
    {
        $result = [];
        foreach ($this->list($key) as $index => $value) {
            $reader = self::over($value, \sprintf('%s.%s[%d]', $this->path, $key, $index));
            $result[] = $read($reader);
            $reader->done();
        }

        return $result;
    }

    /** @return list<mixed> */
    public function list(string $key): array
    {
        $value = $this->value($key) ?? [];
        if (!\is_array($value) || !array_is_list($value)) {
            throw $this->refuse($key, 'a list in square brackets');
        }

        return $value;
    }

    /** @return array<string, mixed> */
    public function map(string $key): array
    {
        $value = $this->value($key) ?? [];
        if ($value instanceof \stdClass) {
            $value = (array) $value;
        }
        if (!\is_array($value) || ([] !== $value && array_is_list($value))) {
            throw $this->refuse($key, 'an object with named values');
        }
        $map = [];
        foreach ($value as $name => $item) {
            $map[(string) $name] = $item;
        }

        return $map;
    }

    /** A nested object, empty where the key is absent; the caller reads it and calls done(). */
    public function nested(string $key): self
    {
        return self::over($this->value($key) ?? [], $this->path.'.'.$key);
    }

    /** Refuses what nobody asked for. */
    public function done(): void
    {
        foreach (array_keys($this->data) as $key) {
            $key = (string) $key;
            if (!isset($this->known[$key]) && !str_starts_with($key, 'x-')) {
                $near = $this->nearest($key);
                throw InvalidFile::at($this->path.'.'.$key, $this->data[$key], 'one of the keys '.implode(', ', array_keys($this->known)), null === $near ? 'Keys of your own begin with "x-".' : \sprintf('Did you mean "%s"?', $near));
            }
        }
    }

    public function refuse(string $key, string $allowed, string $advice = ''): InvalidFile
    {
        return InvalidFile::at($this->path.'.'.$key, $this->data[$key] ?? null, $allowed, $advice);
    }

    private function value(string $key): mixed
    {
        $this->known[$key] = true;

        return $this->data[$key] ?? null;
    }

    private function null(string $key): null
    {
        $this->known[$key] = true;

        return null;
    }

    /**
     * @template T
     *
     * @param callable(string): T $parse
     *
     * @return T
     */
    private function parse(string $key, mixed $value, callable $parse): mixed
    {
        if (!\is_string($value)) {
            throw InvalidFile::at($this->path.'.'.$key, $value, 'text', 'Put the value in quotes.');
        }
        try {
            return $parse($value);
        } catch (InvalidValue $e) {
            throw InvalidFile::at($this->path.'.'.$key, $value, $e->allowed, $e->advice);
        }
    }

    private function nearest(string $key): ?string
    {
        foreach (array_keys($this->known) as $known) {
            if (levenshtein($key, $known) <= 2) {
                return $known;
            }
        }

        return null;
    }
}
