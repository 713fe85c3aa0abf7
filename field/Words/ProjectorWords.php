<?php

declare(strict_types=1);

namespace Vorhut\Field\Words;

/** A projector or display of the lab: switched on and off, and to one of its inputs while it is on. */
final class ProjectorWords
{
    private const INPUTS = 4;
    private bool $isOn = false;
    private int $input = 1;

    public function __construct(private readonly string $name) {}

    /** @return array<string, \Closure(string...): string> */
    public function verbs(): array
    {
        return [
            'NAME' => fn (): string => $this->name,
            'POWER' => $this->power(...),
            'INPUT' => $this->input(...),
        ];
    }

    private function power(string ...$words): string
    {
        $this->isOn = match (strtoupper($words[0] ?? 'ASK')) {
            'ON' => true,
            'OFF' => false,
            'ASK' => $this->isOn,
            default => throw new WordRefused('ON, OFF or ASK'),
        };

        return $this->isOn ? 'ON' : 'OFF';
    }

    private function input(string ...$words): string
    {
        $wanted = strtoupper($words[0] ?? 'ASK');
        if ('ASK' !== $wanted) {
            if (1 !== preg_match('/^\d$/D', $wanted) || (int) $wanted < 1 || (int) $wanted > self::INPUTS) {
                throw new WordRefused(\sprintf('1 to %d or ASK', self::INPUTS));
            }
            if (!$this->isOn) {
                throw new WordRefused('it is off');
            }
            $this->input = (int) $wanted;
        }

        return (string) $this->input;
    }
}
