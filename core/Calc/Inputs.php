<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\Nearest;

/** What a calculation was given, read by what it takes. */
final readonly class Inputs
{
    /** @param array<string, bool|int|float|string|list<self>> $values */
    private function __construct(private CalculationAbout $about, private array $values) {}

    /**
     * @param array<array-key, mixed> $given
     *
     * @throws InvalidValue
     */
    public static function read(CalculationAbout $about, array $given): self
    {
        $values = [];
        foreach ($given as $name => $value) {
            $name = (string) $name;
            $names = array_map(static fn (Input $i): string => $i->name, $about->inputs);
            $input = $about->input($name);
            if (null === $input) {
                $near = Nearest::to($name, $names, 3);
                throw new InvalidValue($name, implode(', ', $names), null === $near ? '' : \sprintf('Did you mean "%s"?', $near));
            }
            if (null !== $value) {
                $values[$name] = $input->read($value);
            }
        }

        return new self($about, $values);
    }

    public function has(string $name): bool
    {
        return isset($this->values[$name]);
    }

    /** @throws InvalidValue where neither it was given nor something stands for it */
    public function number(string $name): float
    {
        $value = $this->value($name);

        return \is_int($value) || \is_float($value) ? (float) $value : throw $this->missing($name);
    }

    /** @throws InvalidValue */
    public function whole(string $name): int
    {
        return (int) $this->number($name);
    }

    /** @throws InvalidValue */
    public function word(string $name): string
    {
        $value = $this->value($name);

        return \is_string($value) ? $value : throw $this->missing($name);
    }

    /**
     * @return list<self>
     *
     * @throws InvalidValue
     */
    public function records(string $name): array
    {
        $value = $this->value($name);

        return \is_array($value) ? $value : throw $this->missing($name);
    }

    public function flag(string $name): bool
    {
        return true === $this->value($name);
    }

    /**
     * Which of two ways was taken to say the same.
     *
     * @throws InvalidValue where both were
     */
    public function either(string $one, string $other): bool
    {
        if ($this->has($one) && $this->has($other)) {
            throw new InvalidValue($one.' and '.$other, \sprintf('either %s or %s', $one, $other), 'Leave one of them out.');
        }

        return $this->has($one);
    }

    /** @return bool|int|float|string|list<self>|null */
    private function value(string $name): bool|int|float|string|array|null
    {
        return $this->values[$name] ?? $this->about->input($name)?->default;
    }

    private function missing(string $name): InvalidValue
    {
        $input = $this->about->input($name);

        return new InvalidValue('', $input?->allowed() ?? '', \sprintf('"%s" is needed: %s.', $name, $input->says ?? ''));
    }
}
