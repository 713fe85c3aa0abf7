<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Intent;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Intent\AddressCalls;
use Vorhut\Core\Intent\ExchangeCache;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PartyExpansion;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Explainer;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Tests\Support\FindingWords;
use Vorhut\Tests\Support\TwoSites;

/** Two codecs dial each other by address: one behind a translation, one with a public address, and one that is somebody else's. */
final class AddressCallsTest extends TestCase
{
    /** @return iterable<string, array{Job, string, string, string, string}> from, to, span, what the sentences say */
    public static function calls(): iterable
    {
        $all = [TwoSites::SIGNALS, TwoSites::MEDIA];
        yield 'out, with ports handed on' => [TwoSites::job(TwoSites::PUBLIC, $all), 'near', 'far', 'through', 'media between'];
        yield 'in, by the public address' => [TwoSites::job(TwoSites::PUBLIC, $all), 'far', 'near', 'through', 'media between'];
        $none = TwoSites::job(TwoSites::PUBLIC, []);
        yield 'in, and nothing handed on' => [$none, 'far', 'near', 'not-found', 'leads to edge, not to near'];
        yield 'in, and no public address known' => [TwoSites::job([], $all), 'far', 'near', 'not-found', 'no route to a private address'];
        // What goes out opens the way back from that very port.
        yield 'out, and media not handed on' => [
            TwoSites::job(TwoSites::PUBLIC, [TwoSites::SIGNALS]), 'near', 'far', 'through', 'media between',
        ];
        yield 'in, and media not handed on' => [
            TwoSites::job(TwoSites::PUBLIC, [TwoSites::SIGNALS]), 'far', 'near', 'through', 'media between',
        ];
        yield 'out, and announces its private address' => [TwoSites::job([], $all), 'near', 'far', 'one-way', 'private address'];
        $third = ['interface' => '198.51.100.3'];
        yield 'out, known by another address than it leaves with' => [
            TwoSites::job(['public-address' => '198.51.100.3'], [$third + TwoSites::SIGNALS, $third + TwoSites::MEDIA]),
            'near', 'far', 'through', 'media between',
        ];
        $one = ['lastPort' => 16000] + TwoSites::MEDIA;
        $rule = ['action' => 'deny', 'protocol' => 'udp', 'to' => '10.60.1.20/32', 'ports' => '16199'];
        $strict = ['rules' => [$rule], 'stateful' => false];
        yield 'the first port alone' => [
            TwoSites::job(TwoSites::PUBLIC, [TwoSites::SIGNALS, $one], $strict), 'near', 'far', 'one-way', '16199',
        ];
        $other = ['to' => '10.60.1.21'] + TwoSites::SIGNALS;
        $forwards = [$other, TwoSites::MEDIA];
        yield 'handed on to another' => [
            TwoSites::job(TwoSites::PUBLIC, $forwards), 'far', 'near', 'not-found', 'leads to second, not to near',
        ];
        yield 'somebody else\'s codec' => [
            TwoSites::job(TwoSites::PUBLIC, $all), 'near', 'address:203.0.113.40', 'through', 'media between',
        ];
        $in = ['address:203.0.113.40', 'address:198.51.100.2'];
        yield 'somebody else calls' => [TwoSites::job(TwoSites::PUBLIC, $all), ...$in, 'through', 'media between'];
        yield 'inside one site' => [TwoSites::job(TwoSites::PUBLIC, []), 'near', 'second', 'through', 'media between'];
        yield 'a unit without media' => [TwoSites::job(TwoSites::PUBLIC, []), 'near', 'desk', 'not-found', 'no media ports'];
        yield 'nobody there' => [TwoSites::job(TwoSites::PUBLIC, []), 'near', 'address:10.60.1.99', 'not-found', 'nothing replies'];
    }

    #[DataProvider('calls')]
    public function testSignallingAndMediaBothWays(Job $job, string $from, string $to, string $span, string $says): void
    {
        $job = TwoSites::dialling($job, $from, $to);
        FindingWords::assertCauses($job, 'i');
        $prover = new Prover($job);
        [$group] = $prover->intent($job->intents['i'])->groups;
        self::assertSame($span, $group->span->value);
        $pair = new Pair($group->from[0], $group->to[0]);
        $prediction = $prover->pair($job->intents['i'], $pair);
        self::assertStringContainsString($says, $prediction->how.' '.$prediction->cause?->text);
        self::assertSame('through' === $span, null === $prediction->cause);
        $explained = (new Explainer($prover))->explain($job->intents['i'], $pair);
        self::assertCount(\count($prediction->leaves), $explained->parts ?? []);
    }

    public function testUnitsAreToldApartByWhatIsSetOnThem(): void
    {
        $job = TwoSites::dialling(TwoSites::job(TwoSites::PUBLIC, []), 'segment:av', 'far');
        $spans = [];
        foreach ((new Prover($job))->intent($job->intents['i'])->groups as $group) {
            $spans += array_fill_keys($group->from, $group->span->value);
        }
        self::assertSame(['near' => 'through', 'second' => 'one-way', 'desk' => 'not-found'], $spans);
    }

    /** Who tells a private address is heard and hears nothing, whichever of them dialled. */
    public function testWhoHearsWhom(): void
    {
        $calls = static function (Job $job): AddressCalls {
            $network = Topology::network($job);

            return new AddressCalls(new ExchangeCache($job, new Exchange($network), new PartyExpansion($job, $network)));
        };
        $private = $calls(TwoSites::job([], []));
        self::assertSame([true, false], [$private->hears('far', 'near'), $private->hears('near', 'far')]);
        $public = $calls(TwoSites::job(TwoSites::PUBLIC, [TwoSites::SIGNALS, TwoSites::MEDIA]));
        self::assertSame([true, true], [$public->hears('far', 'near'), $public->hears('near', 'far')]);
        self::assertFalse($public->hears('near', 'desk'), 'it has no media');
    }

    public function testASignallingServiceMayBeNamed(): void
    {
        $job = TwoSites::dialling(TwoSites::job(TwoSites::PUBLIC, []), 'near', 'second', ['service' => 'tcp/1720']);
        self::assertSame('no-listener', (new Prover($job))->intent($job->intents['i'])->groups[0]->span->value);
    }

    public function testMustNotIsThatItRings(): void
    {
        foreach (['through' => 'leak', 'closed' => 'kept-apart'] as $which => $span) {
            $job = TwoSites::job(TwoSites::PUBLIC, 'through' === $which ? [TwoSites::SIGNALS] : []);
            $job = TwoSites::dialling($job, 'address:203.0.113.40', 'device:near', ['expect' => 'must-not']);
            self::assertSame($span, (new Prover($job))->intent($job->intents['i'])->groups[0]->span->value, $which);
        }
    }
}
