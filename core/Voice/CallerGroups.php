<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\ExtensionKind;
use Vorhut\Core\Job\VoiceRoute;

/** Extensions from which somebody dials, put together where they may use the same routes. */
final class CallerGroups
{
    /** @var list<non-empty-list<Extension>> */
    public readonly array $groups;

    /** @var list<list<int>> places of the routes that a group may use */
    public readonly array $routes;

    public function __construct(VoicePlan $plan)
    {
        $alike = [];
        foreach ($plan->out as $place => $route) {
            $alike[null === $route->from ? 'everybody' : implode(' ', $route->from)][$place] = $route;
        }
        $groups = [];
        foreach ($plan->job->extensions as $extension) {
            if (self::dials($extension)) {
                $mays = array_map(
                    static fn (array $routes): string => reset($routes)->allows($extension->number) ? '1' : '0',
                    $alike,
                );
                $groups[implode('', $mays)][] = $extension;
            }
        }
        $this->groups = array_values($groups);
        $this->routes = array_map(
            static fn (array $group): array => array_keys(array_filter(
                $plan->out,
                static fn (VoiceRoute $r): bool => $r->allows($group[0]->number),
            )),
            $this->groups,
        );
    }

    /** Some of their numbers, in a sentence. */
    public static function named(Extension ...$extensions): string
    {
        $some = implode(', ', array_map(static fn (Extension $e): string => $e->number, \array_slice($extensions, 0, 6)));

        return \count($extensions) > 6 ? \sprintf('%d extensions', \count($extensions)) : $some;
    }

    private static function dials(Extension $extension): bool
    {
        return \in_array($extension->kind, [ExtensionKind::Sip, ExtensionKind::Analogue, ExtensionKind::Fax], true);
    }
}
