<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Post;

/** Addresses proposed, before anybody accepts them. */
final readonly class AddressesView
{
    /**
     * @param list<array{device: string, name: string, segment: string, address: string, gateway: string, reason: string}> $rows
     * @param list<array{name: string, url: string, reason: string}> $unplaced
     * @param list<Link> $actions
     */
    public function __construct(
        public string $summary,
        public ?Next $next,
        public ?Post $accept,
        public array $rows,
        public array $unplaced,
        public array $actions,
    ) {}
}
