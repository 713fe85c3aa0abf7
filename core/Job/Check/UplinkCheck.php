<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Check;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\Uplink;
use Vorhut\Core\Record\FileError;

/** An uplink leaves by a segment of its router. */
final class UplinkCheck implements JobCheck
{
    public function errors(Job $job): iterable
    {
        foreach (array_values($job->all(Uplink::class)) as $index => $uplink) {
            $segments = array_column($job->routers[$uplink->router]->interfaces ?? [], 'segment');
            if (!\in_array($uplink->segment, $segments, true)) {
                yield new FileError(
                    \sprintf('%s[%d].segment', Lists::forType(Uplink::class)->path(), $index),
                    $uplink->segment,
                    \sprintf('a segment in which %s has an interface', $job->nameOf($uplink->router)),
                    \sprintf('It has them in %s.', implode(', ', $segments)),
                );
            }
        }
    }
}
