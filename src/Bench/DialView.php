<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\Core\Profile\DialPosition;
use Vorhut\Core\Profile\RotarySwitch;

/** A dial drawn at the position at which it is to stand. */
final readonly class DialView
{
    private const CENTRE = 90;
    private const LABELS_AT = 74;
    private const POINTER = 48;

    /**
     * @param list<array{at: string, x: float, y: float, isWanted: bool}> $positions
     * @param array{x: float, y: float}|null $pointer its tip; null where nothing is planned
     */
    private function __construct(
        public string $name,
        public array $positions,
        public ?array $pointer,
        public string $said,
        public string $note,
    ) {}

    /** @param string $wanted its position, '' for none */
    public static function fromDial(RotarySwitch $dial, string $wanted): self
    {
        $wanted = '' === $wanted ? (string) $dial->leavesToPage : $wanted;
        $positions = [];
        $pointer = null;
        $means = '';
        $count = max(1, \count($dial->positions));
        foreach ($dial->positions as $index => $position) {
            $angle = 2 * \M_PI * $index / $count - \M_PI / 2;
            $isWanted = $position->at === $wanted;
            $positions[] = ['at' => $position->at, ...self::point($angle, self::LABELS_AT), 'isWanted' => $isWanted];
            $pointer = $isWanted ? self::point($angle, self::POINTER) : $pointer;
            $means = $isWanted ? self::means($position) : $means;
        }
        $note = $dial->atPowerOn ? 'It is read only at power-up.' : '';

        return new self(
            name: $dial->name,
            positions: $positions,
            pointer: $pointer,
            said: '' === $means ? '' : \sprintf('Turn it to %s: %s.', $wanted, $means),
            note: $note,
        );
    }

    private static function means(DialPosition $position): string
    {
        return '' === $position->family ? $position->means : $position->means.', '.$position->family;
    }

    /** @return array{x: float, y: float} */
    private static function point(float $angle, float $radius): array
    {
        return [
            'x' => round(self::CENTRE + $radius * cos($angle), 1),
            'y' => round(self::CENTRE + $radius * sin($angle), 1),
        ];
    }
}
