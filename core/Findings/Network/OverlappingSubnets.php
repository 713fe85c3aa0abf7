<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;

/** Two subnets of one job must not overlap. */
#[About('overlapping-subnets', 'overlapping subnets', Section::Networks)]
final class OverlappingSubnets extends Rule
{
    public function check(Plan $plan): iterable
    {
        $all = [];
        foreach ($plan->job->segments as $segment) {
            foreach ($segment->subnets as $subnet) {
                $all[] = [$subnet->prefix, $segment];
            }
        }
        usort($all, static fn (array $a, array $b): int => [$a[0]->network, $a[0]->length] <=> [$b[0]->network, $b[0]->length]);
        $open = null;
        foreach ($all as [$prefix, $segment]) {
            if (null !== $open && $open[0]->overlaps($prefix)) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('%s of %s overlaps %s of %s', $prefix, $segment->name, $open[0], $open[1]->name),
                    why: 'A device with both uses the longer prefix, so part of the other subnet is unreachable.',
                    devices: [],
                    advice: \sprintf('Set another prefix on %s or on %s.', $segment->name, $open[1]->name),
                    change: null,
                    segment: $segment->id,
                    value: (string) $prefix,
                );
            } else {
                $open = [$prefix, $segment];
            }
        }
    }
}
