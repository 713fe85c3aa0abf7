<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Check;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\SwitchLink;

/** A link ends at ports that exist. */
final class LinkPortCheck implements JobCheck
{
    public function errors(Job $job): iterable
    {
        $index = 0;
        foreach ($job->all(SwitchLink::class) as $link) {
            foreach (['from' => $link->from, 'to' => $link->to] as $end => $ref) {
                if (!SwitchPortCheck::isThere($job, $ref)) {
                    yield SwitchPortCheck::noPort(\sprintf('%s[%d].%s', Lists::forType(SwitchLink::class)->path(), $index, $end), $ref);
                }
            }
            ++$index;
        }
    }
}
