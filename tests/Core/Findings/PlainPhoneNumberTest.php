<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Findings;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Relation;
use Vorhut\Core\Proof\Prover;
use Vorhut\Tests\Support\Jobs;

/** The number of a plain telephone belongs to the socket that it is connected to. */
final class PlainPhoneNumberTest extends TestCase
{
    private const LINE = ['id' => 'line', 'coupling' => 'hangs-on', 'from' => 'fax', 'to' => 'adapter'];

    /** @return iterable<string, array{list<array<string, string>>, list<array<string, string>>, string, string|null}> */
    public static function plans(): iterable
    {
        yield 'connected to nothing yet' => [
            [],
            [],
            'Enter in Pairings what fax is connected to, and assign the extension to that socket.',
            null,
        ];
        yield 'the socket is said' => [
            [['toPort' => 'line-2'] + self::LINE],
            [],
            'Assign extension 240 to socket line-2 of adapter.',
            'line-2',
        ];
        yield 'the first free one' => [[self::LINE], [], 'Assign extension 240 to socket line-1 of adapter.', 'line-1'];
        $other = ['number' => '239', 'kind' => 'analogue', 'device' => 'adapter', 'server' => 'pbx', 'port' => 'line-1'];
        yield 'one is taken' => [[self::LINE], [$other], 'Assign extension 240 to socket line-2 of adapter.', 'line-2'];
        $full = [$other, ['number' => '238', 'port' => 'line-2'] + $other];
        yield 'all are taken' => [[self::LINE], $full, 'Assign extension 240 to a free socket of adapter.', null];
    }

    /**
     * @param list<array<string, string>> $pairings
     * @param list<array<string, string>> $others
     */
    #[DataProvider('plans')]
    public function testItIsFoundAndGivenToTheSocket(array $pairings, array $others, string $advice, ?string $port): void
    {
        $job = self::job($pairings, $others);
        $found = self::found($job);
        self::assertSame(['Extension 240 belongs to fax, which cannot register'], array_column($found, 'title'));
        self::assertSame($advice, $found[0]->advice);
        self::assertSame(null === $port, null === $found[0]->change);
        $after = null === $found[0]->change ? null : $job->with($found[0]->change);
        self::assertSame($port, $after?->extensions['240']->port);
        if (null !== $after) {
            self::assertSame([], self::found($after));
            $pair = (new Prover($after))->prove()->intents['call']->pairs()[0];
            self::assertSame(PairVerdict::Through, $pair->span, (string) $pair->cause?->text);
        }
    }

    /**
     * @param list<array<string, string>> $pairings
     * @param list<array<string, string>> $others
     */
    private static function job(array $pairings, array $others): Job
    {
        $kinds = ['pbx' => 'phone-system', 'adapter' => 'analogue-adapter', 'desk' => 'desk-phone-page'];
        $units = ['fax' => ['profile' => 'analogue-phone']];
        foreach (array_keys($kinds) as $at => $id) {
            $units[$id] = ['profile' => $kinds[$id], 'at' => ['lan', \sprintf('10.0.0.%d/24', 10 + $at), '10.0.0.1']];
        }
        $numbers = [
            ['number' => '201', 'device' => 'desk', 'server' => 'pbx'],
            ['number' => '240', 'device' => 'fax', 'server' => 'pbx'],
        ];
        $call = ['id' => 'call', 'kind' => 'call', 'from' => ['extension:201'], 'to' => ['extension:240'], 'expect' => 'must'];

        $job = Jobs::make(['lan' => '10.0.0.0/24'], $units, intents: [$call], extensions: [...$numbers, ...$others]);
        $paired = array_map(static fn (array $p): Edit => new Edit(Relation::class, $p['id'], null, $p), $pairings);

        return $job->with(new ChangeSet('', $paired));
    }

    /** @return list<Finding> */
    private static function found(Job $job): array
    {
        return array_values(array_filter(Check::run($job), static fn (Finding $f): bool => 'plain-phone-number' === $f->rule));
    }
}
