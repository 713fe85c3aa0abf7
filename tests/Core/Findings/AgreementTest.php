<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Findings;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Group\Multicast;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Core\Record\Json;
use Vorhut\Tests\Kernel\RandomJobs;

/** What a finding says cannot be, the engine must not let through; what the engine stops for that cause, a finding must say. */
final class AgreementTest extends TestCase
{
    private const JOBS = 500;

    private static Job $job;
    private static Network $network;
    private static Exchange $exchange;

    /** @var array<string, list<Finding>> by rule */
    private static array $findings;

    public function testNoFindingSpeaksAgainstTheEngine(): void
    {
        $met = [];
        foreach ([...range(1, self::JOBS - 1), random_int(1000, 1 << 30)] as $seed) {
            self::begin($seed);
            foreach (self::$findings as $rule => $findings) {
                foreach ($findings as $finding) {
                    $met[$rule] = ($met[$rule] ?? 0) + (int) match ($rule) {
                        'duplicate-address' => $this->isAmbiguous($finding, $seed),
                        'gateway-elsewhere' => $this->goesNowhere($finding, $seed),
                        'two-interfaces-one-subnet' => $this->usesThePortSaid($finding, $seed),
                        'snooping-without-querier' => $this->fades($finding, $seed),
                        'return-route-missing' => $this->hasNoWayBack($finding, $seed),
                        default => true,
                    };
                }
            }
            $this->thoseWithoutGatewayAreNamed($seed);
            $this->everyCauseIsFound($seed);
        }
        foreach (['duplicate-address', 'gateway-elsewhere', 'gateway-missing', 'two-interfaces-one-subnet'] as $rule) {
            self::assertGreaterThan(20, $met[$rule] ?? 0, $rule.' was hardly tried');
        }
    }

    private static function begin(int $seed): void
    {
        $job = (new RandomJobs($seed))->job();
        $all = array_map(static fn (int|string $id): string => 'segment:'.$id, array_keys($job->segments));
        $intent = ['id' => 'all', 'kind' => 'reach', 'from' => $all, 'to' => $all];
        if (0 === $seed % 3) {
            // The random jobs give no address twice; here the second unit takes that of the first.
            $port = $job->devices['h0']->interfaces[0];
            $values = ['segment' => $port->segment, 'address' => (string) $port->address];
            $job = $job->with(new ChangeSet('', [$job->editInterface(Device::class, 'h1', 0, $values)]));
        }
        $data = ['intents' => [$intent]] + Json::object(JobFile::write($job));
        self::$job = JobFile::read(Json::line($data), ShippedProfiles::load());
        self::$network = Topology::network(self::$job);
        self::$exchange = new Exchange(self::$network);
        self::$findings = [];
        foreach (Check::run(self::$job) as $finding) {
            self::$findings[$finding->rule][] = $finding;
        }
    }

    /** Somebody else in the segment that looks for the address is answered twice. */
    private function isAmbiguous(Finding $finding, int $seed): bool
    {
        $address = Ipv4Address::fromString((string) $finding->value)->value;
        foreach (self::$network->membersOf((string) $finding->segment) as [$node]) {
            if (!\in_array($node->id, $finding->devices, true)) {
                $answerers = self::$network->answerers((string) $finding->segment, $address, $node);
                self::assertGreaterThan(1, \count($answerers), \sprintf('seed %d: %s', $seed, $finding->title));

                return true;
            }
        }

        return false;
    }

    /** Nothing that goes by that gateway gets beyond whoever has its address. */
    private function goesNowhere(Finding $finding, int $seed): bool
    {
        $tried = false;
        $node = self::$network->nodes[$finding->devices[0]];
        $gateway = Ipv4Address::fromString((string) $finding->value)->value;
        foreach (self::$network->nodes as $other) {
            foreach ($other->table->owns($gateway) ? [] : $other->ports as $port) {
                foreach ($port->addresses as $to) {
                    $entry = $node->table->decide($to->address->value);
                    if (false === $entry || (true !== $entry && 0 === $entry->to->length && null !== $entry->via)) {
                        $verdict = self::$exchange->ask($node, $to->address, Service::fromString('icmp'));
                        self::assertFalse($verdict->delivered, \sprintf('seed %d: %s, to %s', $seed, $finding->title, $to->address));
                        $tried = true;
                    }
                }
            }
        }

        return $tried;
    }

    private function usesThePortSaid(Finding $finding, int $seed): bool
    {
        self::assertSame(1, preg_match('#^It sends all traffic for (?<prefix>\S+) through (?<port>\S+?)[;,]#', $finding->why, $said));
        $node = self::$network->nodes[$finding->devices[0]];
        $prefix = Ipv4Prefix::fromString($said['prefix']);
        $entry = $node->table->find(intdiv($prefix->firstHost()->value + $prefix->lastHost()->value, 2));
        self::assertTrue(
            $entry?->port->name === $said['port'] || (null !== $entry && $entry->to->length > $prefix->length),
            \sprintf('seed %d: %s', $seed, $finding->why),
        );

        return true;
    }

    private function fades(Finding $finding, int $seed): bool
    {
        $group = Ipv4Address::fromString('239.192.1.1');
        self::assertTrue((new Multicast(self::$exchange))->fades((string) $finding->segment, $group), 'seed '.$seed);

        return true;
    }

    private function hasNoWayBack(Finding $finding, int $seed): bool
    {
        foreach (explode(' ', (string) $finding->value) as $prefix) {
            $prefix = Ipv4Prefix::fromString($prefix);
            $ends = [$prefix->firstHost()->value, $prefix->lastHost()->value];
            $table = self::$network->nodes[$finding->devices[0]]->table;
            $known = array_filter($ends, static fn (int $to): bool => null !== $table->find($to));
            $text = \sprintf('seed %d: %s', $seed, $finding->title);
            if (str_contains($finding->title, (string) $prefix)) {
                self::assertSame(str_contains($finding->title, 'part of '.$prefix), [] !== $known, $text);
            }
        }

        return true;
    }

    /** Whoever fails for want of a gateway is named, and nobody else. */
    private function thoseWithoutGatewayAreNamed(int $seed): void
    {
        $missing = [];
        foreach ((new Prover(self::$job))->prove()->intents['all']->failing() as $pair) {
            foreach ($pair->leaves as $leaf) {
                if (CauseRule::GatewayMissing === $leaf->cause?->rule) {
                    $missing[$leaf->cause->at] = true;
                }
            }
        }
        $named = array_map(static fn (Finding $f): string => $f->devices[0], self::$findings['gateway-missing'] ?? []);
        self::assertEqualsCanonicalizing(array_map(strval(...), array_keys($missing)), $named, 'seed '.$seed);
    }

    /** An address that two answer for, and a gateway or mask with which a unit gets nowhere, never go unsaid. */
    private function everyCauseIsFound(int $seed): void
    {
        $twice = array_map(static fn (Finding $f): ?string => $f->value, self::$findings['duplicate-address'] ?? []);
        foreach (self::$findings['proxy-arp-for-neighbour'] ?? [] as $finding) {
            array_push($twice, ...explode(' ', (string) $finding->value));
        }
        $proxies = array_map(static fn (Finding $f): array => $f->devices, self::$findings['two-arp-proxies'] ?? []);
        $named = [];
        foreach (['gateway-elsewhere', 'mask-differs', 'address-outside-subnet'] as $rule) {
            foreach (self::$findings[$rule] ?? [] as $finding) {
                $named[] = $finding->devices[0];
            }
        }
        foreach ((new Prover(self::$job))->prove()->intents['all']->failing() as $pair) {
            $cause = $pair->cause;
            if (CauseRule::TwoOwners === $cause?->rule) {
                $owners = explode(', ', $cause->values['owners']);
                $said = array_filter($proxies, static fn (array $routers): bool => \count(array_intersect($routers, $owners)) > 1);
                $isSaid = [] !== $said || \in_array($cause->values['address'], $twice, true);
                self::assertTrue($isSaid, \sprintf('seed %d: %s', $seed, $cause->text));
            } elseif (CauseRule::GatewayOffLink === $cause?->rule || CauseRule::GatewayIsBroadcast === $cause?->rule) {
                self::assertContains($cause->at, $named, \sprintf('seed %d: %s', $seed, $cause->text));
            }
        }
    }
}
