<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Proof;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Repair\RepairSearch;
use Vorhut\Tests\Support\FindingWords;
use Vorhut\Tests\Support\Jobs;

/** Causes and repairs of the demo, with its own names, with short and with long ones: sentences all of them. */
final class CauseWordsTest extends TestCase
{
    private const IMPERATIVE = '/^(?:(?:Set|Add|Allow|Permit|Enable|Take|Clear|Move|Remove|Give)\b'
        .'|On .+ (?:permit|deny|add|enable|disable|allow|forward|set|translate)\b)/u';

    public function testCausesAndRepairsAreSentencesWhateverThingsAreCalled(): void
    {
        $rules = $repairs = [];
        foreach (FindingWords::sets(Jobs::demo()) as $set => $job) {
            $report = (new Prover($job))->prove();
            foreach ($report->intents as $prediction) {
                foreach ($prediction->witnesses() as $pair) {
                    foreach ([$pair->cause, ...array_column($pair->leaves, 'cause')] as $cause) {
                        FindingWords::assertCause($cause, $job);
                        if (null !== $cause) {
                            $rules[$set][$cause->rule->value] = true;
                        }
                    }
                }
            }
            foreach ((new RepairSearch($job, $report))->forJob() as $repair) {
                FindingWords::assertText($repair->sentence.' | '.preg_replace('/\s*\n\s*/', ' ', $repair->request), $job);
                self::assertMatchesRegularExpression(self::IMPERATIVE, $repair->sentence);
                $repairs[$set][] = $repair->mends;
            }
        }
        self::assertGreaterThan(10, \count($rules[0]));
        self::assertEquals($rules[0], $rules[1], 'a name changes no cause');
        self::assertEquals($rules[0], $rules[2]);
        self::assertSame([\count($repairs[0]), \count($repairs[0])], [\count($repairs[1]), \count($repairs[2])], 'nor a repair');
    }
}
