<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings;

/** One thing that can be wrong with a plan. Must take time linear in the job's size. */
interface Rule
{
    public function about(): About;

    /** @return iterable<Finding> */
    public function check(Plan $plan): iterable;
}
