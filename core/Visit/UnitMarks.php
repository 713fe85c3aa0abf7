<?php

declare(strict_types=1);

namespace Vorhut\Core\Visit;

use Vorhut\Core\Net\MacAddress;

/** By what a unit was known when it was looked at; what it did not show is empty. */
final readonly class UnitMarks implements \JsonSerializable
{
    /**
     * @param string $name that its page calls it
     * @param string $firmware that it says it has
     * @param MacAddress|null $mac seen in its own segment
     * @param string $certificate SHA-256 of its certificate, in hexadecimal
     */
    public function __construct(
        public bool $answers = false,
        public string $name = '',
        public string $firmware = '',
        public ?MacAddress $mac = null,
        public string $certificate = '',
    ) {}

    /** @param array<array-key, mixed> $kept as it was written */
    public static function kept(array $kept): self
    {
        $text = static fn (string $key): string => \is_string($kept[$key] ?? null) ? $kept[$key] : '';

        return new self(
            answers: true === ($kept['answers'] ?? null),
            name: $text('name'),
            firmware: $text('firmware'),
            mac: MacAddress::tryFrom($text('mac')),
            certificate: $text('certificate'),
        );
    }

    /** The same, with the firmware and MAC that were not shown then as they were shown later. */
    public function filled(self $later): self
    {
        return new self(
            answers: $this->answers,
            name: $this->name,
            firmware: '' === $this->firmware ? $later->firmware : $this->firmware,
            mac: $this->mac ?? $later->mac,
            certificate: $this->certificate,
        );
    }

    /** @return array<string, bool|string> what it showed */
    public function jsonSerialize(): array
    {
        return array_filter([
            'answers' => $this->answers,
            'name' => $this->name,
            'firmware' => $this->firmware,
            'mac' => $this->mac?->withColons() ?? '',
            'certificate' => $this->certificate,
        ], static fn (bool|string $value): bool => '' !== $value);
    }
}
