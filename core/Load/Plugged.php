<?php

declare(strict_types=1);

namespace Vorhut\Core\Load;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Plug;
use Vorhut\Core\Job\PortRef;

/** One interface of a unit or router with its cable. */
final readonly class Plugged
{
    private function __construct(
        public string $unit,
        public string $name,
        public string $segment,
        public PortRef $port,
        public Plug $plug,
    ) {}

    /** @return list<self> every interface of a plan whose cable goes to a port */
    public static function all(Job $job): array
    {
        $all = [];
        foreach ([$job->devices, $job->routers] as $units) {
            foreach ($units as $id => $unit) {
                foreach ($unit->interfaces as $interface) {
                    $to = $interface->plug->to;
                    if (null !== $to) {
                        $all[] = new self(
                            unit: (string) $id,
                            name: $unit->name,
                            segment: (string) $interface->segment,
                            port: $to,
                            plug: $interface->plug,
                        );
                    }
                }
            }
        }

        return $all;
    }
}
