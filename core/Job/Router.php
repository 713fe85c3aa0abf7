<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\ListOf;

/** A layer-3 device that joins segments. */
#[ListOf(name: 'routers', one: 'router', many: 'routers')]
final readonly class Router
{
    /**
     * @param list<RouterInterface> $interfaces
     * @param list<Route> $routes
     * @param list<FilterRule> $rules in order, first match counts
     * @param list<PortForward> $forwards
     */
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Records(RouterInterface::class, 'Interfaces')]
        public array $interfaces,
        #[Records(Route::class, 'Static routes')]
        public array $routes,
        #[Records(FilterRule::class, 'Filter rules')]
        public array $rules,
        #[Choice(FilterAction::class, 'Default action', default: FilterAction::Permit)]
        public FilterAction $defaultAction,
        #[Flag('Stateful filter', default: true)]
        public bool $stateful,
        #[Records(PortForward::class, 'Port forwards')]
        public array $forwards,
    ) {}
}
