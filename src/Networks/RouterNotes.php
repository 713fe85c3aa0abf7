<?php

declare(strict_types=1);

namespace Vorhut\App\Networks;

use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Route;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Proof\RuleHits;
use Vorhut\Core\Reach\Node\Network;

/** What the plan says of a router's rules and routes: which intents a rule decides, and whether a next hop is there. */
final readonly class RouterNotes
{
    private const MAX_NAMES = 2;

    public function __construct(private JobReading $reading) {}

    /**
     * Found once for all routers of a plan as it stands.
     *
     * @return array{rules: list<string>, routes: list<string>, otherwise: string} a note for each rule and route, in their order,
     *                                                                             and for what no rule names
     */
    public function notes(JobContext $context, Router $router): array
    {
        $all = $this->reading->once('router-notes', $context->stored, function (Job $job) use ($context): array {
            $prover = $this->reading->prover($context->stored);
            $hits = RuleHits::fromJob($job, $prover);
            $notes = [];
            foreach ($job->routers as $id => $one) {
                $rules = array_keys($one->rules);
                $notes[$id] = [
                    'rules' => array_map(static fn (int $rule): string => self::decides($job, $one, $rule, $hits), $rules),
                    'routes' => array_map(static fn (Route $r): string => self::nextHop($job, $prover->network, $one, $r), $one->routes),
                    'otherwise' => self::decides($job, $one, RuleHits::NONE, $hits),
                ];
            }

            return $notes;
        });

        return $all[$router->id] ?? ['rules' => [], 'routes' => [], 'otherwise' => ''];
    }

    private static function decides(Job $job, Router $router, int $rule, RuleHits $ofRules): string
    {
        $hits = $ofRules->at($router->id, $rule);
        if ([] === $hits) {
            $none = $ofRules->isWhole ? 'matches no intent' : 'matches none of the intents that could be evaluated in time';

            return RuleHits::NONE === $rule ? $none : self::coveringOf($router, $rule) ?? $none;
        }
        $names = array_map(static fn (int|string $id): string => $job->intents[$id]->name ?? '', array_keys($hits));
        $more = \count($names) - self::MAX_NAMES;

        return \sprintf(
            'matches %s: %s%s',
            Words::count(array_sum($hits), 'pair'),
            implode('; ', \array_slice($names, 0, self::MAX_NAMES)),
            $more > 0 ? \sprintf(' and %d more', $more) : '',
        );
    }

    private static function nextHop(Job $job, Network $network, Router $router, Route $route): string
    {
        foreach ($router->interfaces as $interface) {
            foreach ($interface->addresses() as $address) {
                if ($address->prefix->contains($route->via)) {
                    return self::standsIn($job, $network, $route->via, $interface->segment);
                }
            }
        }

        return \sprintf('▲ The next hop %s is in none of its subnets: the route is unusable', $route->via);
    }

    private static function standsIn(Job $job, Network $network, Ipv4Address $hop, string $segment): string
    {
        $where = $job->segments[$segment]->name;
        foreach ($network->ownersOf($hop->value) as $owner) {
            foreach ($owner->ports as $port) {
                if ($port->segment === $segment && $port->has($hop->value)) {
                    return \sprintf('next hop: %s in %s', $owner->name, $where);
                }
            }
        }

        return \sprintf('▲ No device in %s has %s', $where, $hop);
    }

    /** What is said of a rule that an earlier one makes needless; null of others. */
    private static function coveringOf(Router $router, int $rule): ?string
    {
        foreach (\array_slice($router->rules, 0, $rule) as $place => $earlier) {
            if ($earlier->covers($router->rules[$rule])) {
                return \sprintf('shadowed by rule %d', $place + 1);
            }
        }

        return null;
    }
}
