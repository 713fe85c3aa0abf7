<?php

declare(strict_types=1);

namespace Vorhut\Core\Power;

/** What a switch gives over its ports, by both ways of adding up, and who goes dark first. */
final readonly class SwitchPower implements \JsonSerializable
{
    /**
     * @param float|null $budgetWatts null where it is not known
     * @param float $byClassWatts what its powered ports may draw
     * @param float $byDrawWatts what they do draw, with the loss of their cables
     * @param list<string> $dropsFirst ports that lose their power, the first to do so first
     */
    public function __construct(
        public string $switch,
        public ?float $budgetWatts,
        public float $byClassWatts,
        public float $byDrawWatts,
        public array $dropsFirst,
        public bool $ok,
    ) {}

    /** What its ports may give, and where that is less than what is drawn of them, that it is. */
    public function said(): string
    {
        return \sprintf('%.0f W by PoE class', $this->byClassWatts)
            .($this->byDrawWatts > $this->byClassWatts ? ': some devices draw more than their port supplies' : '');
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return [
            'switch' => $this->switch,
            'budgetWatts' => $this->budgetWatts,
            'byClassWatts' => $this->byClassWatts,
            'byDrawWatts' => $this->byDrawWatts,
            'dropsFirst' => $this->dropsFirst,
            'ok' => $this->ok,
        ];
    }
}
