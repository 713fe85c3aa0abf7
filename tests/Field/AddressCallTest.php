<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Prover;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Probe\LiveTests;
use Vorhut\Field\StandIn\Lab;
use Vorhut\Tests\Support\TwoSites;

use function Amp\delay;

/** Calls by address in the lab: what the plan lets through two translations is heard, and nothing else. */
final class AddressCallTest extends TestCase
{
    /** @return iterable<string, array{Job, string, string, string, array<string, string>}> from, to, what is seen, more of the intent */
    public static function calls(): iterable
    {
        $all = [TwoSites::SIGNALS, TwoSites::MEDIA];
        yield 'out' => [TwoSites::job(TwoSites::PUBLIC, $all), 'near', 'far', 'through', []];
        yield 'in' => [TwoSites::job(TwoSites::PUBLIC, $all), 'far', 'near', 'through', []];
        yield 'in, by the address' => [TwoSites::job(TwoSites::PUBLIC, $all), 'far', 'address:198.51.100.2', 'through', []];
        yield 'in, and nothing handed on' => [TwoSites::job(TwoSites::PUBLIC, []), 'far', 'near', 'no-reply', []];
        yield 'out, and a private address announced' => [TwoSites::job([], []), 'near', 'far', 'one-way', []];
        yield 'inside one site' => [TwoSites::job([], []), 'near', 'second', 'through', []];
        yield 'a stranger outside' => [TwoSites::job(TwoSites::PUBLIC, $all), 'near', 'address:203.0.113.40', 'untried', []];
        $page = TwoSites::job(TwoSites::PUBLIC, [['protocol' => 'tcp', 'port' => 8443, 'toPort' => 443] + TwoSites::SIGNALS]);
        $there = ['far', 'address:198.51.100.2'];
        yield 'another signalling, handed on to another port' => [$page, ...$there, 'through', ['service' => 'tcp/8443']];
        yield 'its page, handed on to another port' => [$page, ...$there, 'through', ['kind' => 'reach', 'service' => 'tcp/8443']];
        yield 'its page, not handed on' => [$page, ...$there, 'no-listener', ['kind' => 'reach', 'service' => 'tcp/443']];
        yield 'a signalling that no test speaks' => [$page, 'near', 'second', 'untried', ['service' => 'udp/1719']];
    }

    /** @param array<string, string> $more */
    #[DataProvider('calls')]
    public function testPredictedAndSeenAgree(Job $job, string $from, string $to, string $span, array $more): void
    {
        $job = TwoSites::dialling($job, $from, $to, $more);
        $lab = new Lab($job, LabPorts::ofThisUser(), UnitFiles::make());
        try {
            self::assertSame([], $lab->failed());
            delay(0.2);
            $seen = $said = [];
            LiveTests::inTheLab($job, UnitFiles::make(), 1.5)->run(['i'], static function (
                string $intent,
                string $pair,
                PairVerdict $span,
                string $evidence,
            ) use (&$seen, &$said): bool {
                $seen[] = $span->value;
                $said[] = $evidence;

                return true;
            });
            self::assertSame([$span], $seen, implode('; ', $said));
        } finally {
            $lab->stop();
        }
        $prover = new Prover($job);
        [$group] = $prover->intent($job->intents['i'])->groups;
        $prediction = $prover->pair($job->intents['i'], new Pair($group->from[0], $group->to[0]));
        self::assertFalse($prediction->contradicts(PairVerdict::from($span)), $prediction->span->value);
    }
}
