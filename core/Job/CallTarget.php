<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\InvalidValue;

/** Where a call goes inside the house: "extension:2001", "attendant:2100". */
final readonly class CallTarget implements \Stringable
{
    public const ANY = 'extension';

    private function __construct(public string $kind, public string $number) {}

    /** @throws InvalidValue */
    public static function fromString(string $text): self
    {
        $parts = explode(':', $text, 2);
        if (!\in_array($parts[0], self::kinds(), true) || 1 !== preg_match('/^\d{1,15}$/D', $parts[1] ?? '')) {
            throw new InvalidValue($text, implode(':, ', self::kinds()).': and a number', 'Such as extension:2001.');
        }

        return new self($parts[0], $parts[1]);
    }

    /** @return non-empty-list<string> "extension" for whatever has the number */
    public static function kinds(): array
    {
        return [self::ANY, ...array_map(static fn (ExtensionKind $k): string => $k->value, ExtensionKind::cases())];
    }

    public function fits(Extension $extension): bool
    {
        return self::ANY === $this->kind || $extension->kind->value === $this->kind;
    }

    public function __toString(): string
    {
        return $this->kind.':'.$this->number;
    }
}
