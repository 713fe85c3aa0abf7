<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Visit;

/** Who and what there is to work with. */
final readonly class Resources
{
    public const MAX_TECHNICIANS = 4;

    /**
     * @param int $technicians 1 to 4
     * @param int $ports of the bench switch
     * @param float $watts it feeds
     *
     * @throws InvalidValue
     */
    public function __construct(public int $technicians, public int $ports = 8, public float $watts = 120.0)
    {
        if ($technicians < 1 || $technicians > self::MAX_TECHNICIANS) {
            $allowed = \sprintf('1 to %d technicians', self::MAX_TECHNICIANS);
            throw new InvalidValue((string) $technicians, $allowed, 'More than that stand in each other\'s way on one bench.');
        }
    }

    public static function fromVisit(Visit $visit, ?int $technicians = null): self
    {
        return new self($technicians ?? $visit->technicians, $visit->benchPorts, $visit->benchWatts);
    }
}
