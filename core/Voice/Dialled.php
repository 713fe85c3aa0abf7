<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

/** What becomes of one number. */
final readonly class Dialled implements \JsonSerializable
{
    /**
     * @param list<string> $matched routes whose map takes the whole number, in their order
     * @param string $digits what is sent on
     * @param int $waitSeconds how long the caller sits before anything happens
     * @param list<string> $path ids of the routes, extensions and trunks it goes by, behind the caller
     */
    public function __construct(
        public array $matched,
        public ?string $route,
        public string $digits,
        public ?DialEnd $to,
        public int $waitSeconds,
        public DialVerdict $verdict,
        public string $why,
        public array $path = [],
    ) {}

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return [
            'matched' => $this->matched,
            'route' => $this->route,
            'digits' => $this->digits,
            'to' => $this->to,
            'waitSeconds' => $this->waitSeconds,
            'verdict' => $this->verdict->value,
            'why' => $this->why,
        ];
    }
}
