<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Job\SwitchLink;

/** What connects switches. */
final class SwitchLinks extends RecordList
{
    public function __construct()
    {
        parent::__construct('links', SwitchLink::class, 64, 'link', 'links');
    }

    public function check(Job $job): iterable
    {
        $index = 0;
        foreach ($job->all(SwitchLink::class) as $link) {
            foreach (['from' => $link->from, 'to' => $link->to] as $end => $ref) {
                if (!Switches::isThere($job, $ref)) {
                    yield Switches::noPort(\sprintf('%s[%d].%s', $this->path(), $index, $end), $ref);
                }
            }
            ++$index;
        }
    }
}
