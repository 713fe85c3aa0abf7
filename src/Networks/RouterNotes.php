<?php

declare(strict_types=1);

namespace Vorhut\App\Networks;

use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Jobs\JobReading;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Route;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Proof\RuleHits;

/** What the plan says of a router's rules and routes: which intents a rule decides, and whether a next hop is there. */
final readonly class RouterNotes
{
    private const MOST_NAMES = 2;

    public function __construct(private JobReading $reading)
    {
    }

    /** @return array<string, array<int, string>> by the key of the router's list and the place in it */
    public function of(JobInHand $hand, Router $router): array
    {
        return [
            'rules' => array_map(fn (int $rule): string => $this->decides($hand, $router, $rule), array_keys($router->rules)),
            'routes' => array_map(fn (Route $r): string => $this->nextHop($hand, $router, $r), $router->routes),
        ];
    }

    /** @param int $rule its place, or RuleHits::NONE for what no rule names */
    public function decides(JobInHand $hand, Router $router, int $rule): string
    {
        $hits = $this->hits($hand)->at($router->id, $rule);
        if ([] === $hits) {
            return RuleHits::NONE === $rule ? 'decides no intent' : self::unused($router, $rule);
        }
        $names = array_map(static fn (int|string $id): string => $hand->job->intents[$id]->name ?? '', array_keys($hits));
        $more = \count($names) - self::MOST_NAMES;

        return \sprintf(
            'decides %s: %s%s',
            Words::count(array_sum($hits), 'pair'),
            implode('; ', \array_slice($names, 0, self::MOST_NAMES)),
            $more > 0 ? \sprintf(' and %d more', $more) : '',
        );
    }

    public function nextHop(JobInHand $hand, Router $router, Route $route): string
    {
        foreach ($router->interfaces as $interface) {
            foreach ($interface->addresses() as $address) {
                if ($address->prefix->contains($route->via)) {
                    return $this->standsIn($hand, $route->via, $interface->segment);
                }
            }
        }

        return \sprintf('▲ %s lies in none of its own subnets: nothing goes this way', $route->via);
    }

    private function standsIn(JobInHand $hand, Ipv4Address $hop, string $segment): string
    {
        $where = $hand->job->segments[$segment]->name;
        foreach ($this->reading->prover($hand->stored)->network->ownersOf($hop->value) as $owner) {
            foreach ($owner->ports as $port) {
                if ($port->segment === $segment && $port->has($hop->value)) {
                    return \sprintf('next hop: %s in %s', $owner->name, $where);
                }
            }
        }

        return \sprintf('▲ nobody in %s has %s', $where, $hop);
    }

    /** A rule that an earlier one makes needless is said to be so. */
    private static function unused(Router $router, int $rule): string
    {
        foreach (\array_slice($router->rules, 0, $rule) as $place => $earlier) {
            if ($earlier->covers($router->rules[$rule])) {
                return \sprintf('never asked: rule %d takes everything it names', $place + 1);
            }
        }

        return 'decides no intent';
    }

    private function hits(JobInHand $hand): RuleHits
    {
        return $this->reading->once(
            'rule-hits',
            $hand->stored,
            fn (Job $job): RuleHits => RuleHits::of($job, $this->reading->prover($hand->stored)),
        );
    }
}
