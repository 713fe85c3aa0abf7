<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings;

use Vorhut\Core\Job\ChangeSet;

/** One thing that can be wrong with a plan: its class says by an attribute what is known of it before it has looked at anything. */
abstract class Rule
{
    private ?About $about = null;

    /**
     * Must take time linear in the job's size.
     *
     * @return iterable<Finding>
     */
    abstract public function check(Plan $plan): iterable;

    /** @throws \LogicException of a class without the attribute */
    public function about(): About
    {
        return $this->about ??= ((new \ReflectionClass($this))->getAttributes(About::class)[0] ?? null)?->newInstance()
            ?? throw new \LogicException(static::class.' has no #[About].');
    }

    /**
     * @param list<string> $devices as for Finding
     * @param list<array{string, string}> $records as for Finding
     */
    final protected function found(
        Severity $severity,
        string $title,
        string $why,
        array $devices,
        string $advice,
        ?ChangeSet $change = null,
        ?string $segment = null,
        ?string $value = null,
        ?string $short = null,
        array $records = [],
    ): Finding {
        return new Finding(
            about: $this->about(),
            severity: $severity,
            title: $title,
            why: $why,
            devices: $devices,
            advice: $advice,
            change: $change,
            segment: $segment,
            value: $value,
            short: $short,
            records: $records,
        );
    }
}
