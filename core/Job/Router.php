<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\JobFile\RecordReader;

/** A layer-3 device that joins segments. */
final readonly class Router
{
    /**
     * @param list<RouterInterface> $interfaces
     * @param list<Route>           $routes
     * @param list<FilterRule>      $rules      in order, first match counts
     * @param list<PortForward>     $forwards
     */
    public function __construct(
        public string $id,
        public string $name,
        public array $interfaces,
        public array $routes,
        public array $rules,
        public FilterAction $defaultAction,
        public bool $stateful,
        public array $forwards,
    ) {
    }

    public static function read(RecordReader $r): self
    {
        return new self(
            $r->id(),
            $r->name($r->id()),
            $r->records('interfaces', RouterInterface::read(...)),
            $r->records('routes', Route::read(...)),
            $r->records('rules', FilterRule::read(...)),
            $r->enum('defaultAction', FilterAction::class, FilterAction::Permit),
            $r->flag('stateful', true),
            $r->records('forwards', PortForward::read(...)),
        );
    }
}
