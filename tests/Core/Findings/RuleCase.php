<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Findings;

use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Findings\Finding;
use Vorhut\Tests\Support\FindingWords;

/** Reads a small plan and looks at one rule: what it says, or that it is silent; the change that is offered mends it. */
trait RuleCase
{
    /**
     * @param array<string, mixed> $plan lists of the job file
     * @param string|null $says part of what it says and advises; null: it is silent
     */
    private static function assertRule(string $rule, array $plan, ?string $says): void
    {
        $whole = ['format' => 'vorhut-job', 'version' => 1, 'job' => ['name' => 'Rules'], ...$plan];
        $job = JobFile::read(json_encode($whole, \JSON_THROW_ON_ERROR), ShippedProfiles::load());
        $found = array_values(array_filter(Check::run($job), static fn (Finding $f): bool => $f->rule === $rule));
        self::assertCount(null === $says ? 0 : 1, $found, implode(' / ', array_column($found, 'title')));
        FindingWords::assertRead($job, $rule);
        foreach ($found as $finding) {
            self::assertStringContainsString((string) $says, $finding->title.' '.$finding->why.' '.$finding->advice);
            if (null !== $finding->change) {
                self::assertNotContains($rule, array_column(Check::run($job->with($finding->change)), 'rule'));
            }
        }
    }
}
