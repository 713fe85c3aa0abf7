<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Intent;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Intent\LiveQuestion;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\ProbeFactory;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Tests\Support\Jobs;
use Vorhut\Tests\Support\Units;

/** What cannot be asked is said to be so; the answer to another question is none to this one. */
final class ProbeFactoryTest extends TestCase
{
    public function testAPortThatAnswersIsNoUnitThatWasFound(): void
    {
        $job = self::job(kind: 'manage', from: 'generic-host', to: 'room-codec');
        self::assertSame('no-common-method', self::cause($job));
        $why = array_map(static fn (LiveQuestion $q): string => $q->unasked, self::questions($job));
        self::assertSame(['not searched: they have no discovery method in common', ''], $why);
    }

    public function testAMethodThatNoTestSpeaksIsNamed(): void
    {
        $by = [['method' => 'broadcast', 'port' => 6000]];
        $job = Units::job(
            ['station' => ['finds' => $by], 'unit' => ['answers' => $by]],
            ['x' => ['profile' => 'station'], 'y' => ['profile' => 'unit']],
            ['intents' => [['id' => 'i', 'kind' => 'manage', 'from' => ['device:x'], 'to' => ['device:y']]]],
        );
        [$question] = self::questions($job);
        self::assertSame('no test finds by broadcast', $question->unasked);
    }

    /** As many pairs are asked about as are predicted, and each of them has at least its reason. */
    public function testEveryPairThatIsPredictedIsToldOfLive(): void
    {
        $job = Jobs::make(
            Jobs::TWO,
            ['x' => ['at' => ['a', '10.47.1.10/24', '10.47.1.1']], 'y' => ['at' => ['a', '10.47.1.11/24', '10.47.1.1']]],
            Jobs::ROUTER,
            [
                [
                    'id' => 'apart', 'kind' => 'reach', 'service' => 'icmp', 'expect' => 'must-not',
                    'from' => ['segment:b'], 'to' => ['device:x'],
                ],
                ['id' => 'page', 'kind' => 'page', 'from' => ['device:x'], 'to' => ['device:y']],
                ['id' => 'stream', 'kind' => 'stream', 'from' => ['device:x'], 'to' => ['address:10.47.1.99']],
            ],
        );
        $prover = new Prover($job);
        foreach ($job->intents as $id => $intent) {
            $predicted = array_map(static fn (Pair $p): string => $p->key(), iterator_to_array($prover->pairsOf($intent), false));
            $questions = $prover->asking()->questions($intent);
            $asked = array_values(array_unique(array_map(static fn (LiveQuestion $q): string => $q->pair(), $questions)));
            self::assertSame($predicted, $asked, (string) $id);
            self::assertNotEmpty($asked);
        }
        [$question] = $prover->asking()->questions($job->intents['apart']);
        self::assertSame([null, 'no device is there: it is predicted for any device'], [$question->kind, $question->unasked]);
    }

    /** Both are devices: that is not what is wrong. */
    public function testASceneToAUnitWithoutAUniverseSaysSo(): void
    {
        $job = self::job(kind: 'scene', from: 'lighting-desk', to: 'generic-host');
        self::assertSame('no-universe', self::cause($job));
        [$question] = self::questions($job);
        self::assertSame('it receives no universe', $question->unasked);
    }

    /** @return list<LiveQuestion> */
    private static function questions(Job $job): array
    {
        return (new ProbeFactory($job, Topology::network($job)))->questions($job->intents['i']);
    }

    private static function cause(Job $job): ?string
    {
        return (new Prover($job))->pair($job->intents['i'], new Pair('x', 'y'))->cause?->rule->value;
    }

    private static function job(string $kind, string $from, string $to): Job
    {
        return Jobs::make(
            Jobs::TWO,
            [
                'x' => ['profile' => $from, 'at' => ['a', '10.47.1.10/24', '10.47.1.1']],
                'y' => ['profile' => $to, 'at' => ['a', '10.47.1.11/24', '10.47.1.1']],
            ],
            [],
            [['id' => 'i', 'kind' => $kind, 'from' => ['device:x'], 'to' => ['device:y']]],
        );
    }
}
