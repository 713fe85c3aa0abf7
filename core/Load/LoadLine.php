<?php

declare(strict_types=1);

namespace Vorhut\Core\Load;

/** What one direction of a link or of a unit's cable carries. */
final readonly class LoadLine implements \JsonSerializable
{
    /**
     * @param string $link id of a link, or "plug:" with unit and interface
     * @param string $direction "from-to" or "to-from"; of a plug from the unit to the switch, and back
     * @param float $limitKbps of its rate, what may be used
     * @param list<string> $flows that it carries, in the order of the plan
     */
    public function __construct(
        public string $link,
        public string $direction,
        public float $kbps,
        public float $limitKbps,
        public array $flows,
        /** The moment at which it carries most; '' where all run always. */
        public string $moment = '',
    ) {}

    public function fits(): bool
    {
        return $this->kbps <= $this->limitKbps + 1e-9;
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return [
            'link' => $this->link,
            'direction' => $this->direction,
            'kbps' => $this->kbps,
            'limitKbps' => $this->limitKbps,
            'flows' => $this->flows,
        ];
    }
}
