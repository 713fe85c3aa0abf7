<?php

declare(strict_types=1);

namespace Vorhut\Core\Provision;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Job\Subnet;

/** A subnet in which addresses are leased or kept, with what is kept there. */
final readonly class LeasedNet
{
    /** @param list<Reservation> $reservations those with an address in it, or none in a segment of one subnet */
    private function __construct(public Segment $segment, public Subnet $subnet, public array $reservations) {}

    /**
     * @param list<string> $segments none for all
     *
     * @return list<self>
     */
    public static function all(Job $job, array $segments): array
    {
        $bySegment = [];
        foreach (Reservation::all($job) as $reservation) {
            $bySegment[$reservation->segment->id][] = $reservation;
        }
        $nets = [];
        foreach ($job->segments as $segment) {
            if ([] !== $segments && !\in_array($segment->id, $segments, true)) {
                continue;
            }
            foreach ($segment->subnets as $subnet) {
                $inside = array_values(array_filter(
                    $bySegment[$segment->id] ?? [],
                    static fn (Reservation $r): bool => null === $r->address
                        ? 1 === \count($segment->subnets)
                        : $subnet->prefix->contains($r->address->address),
                ));
                if ([] !== $inside || [] !== $subnet->dhcp) {
                    $nets[] = new self($segment, $subnet, $inside);
                }
            }
        }

        return $nets;
    }
}
