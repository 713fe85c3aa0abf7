<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Vorhut\App\Lab\LabView;
use Vorhut\App\Runs\RunView;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;

/** The proof of telephony, step by step. */
final readonly class CallsView
{
    /**
     * @param list<CallRow> $rows in their order
     * @param list<Link> $actions
     * @param array<string, string> $keys what each key does
     */
    public function __construct(
        public string $summary,
        public array $actions,
        public ?Next $next,
        public ?LabView $lab,
        public ?RunView $run,
        public array $rows,
        public array $keys,
    ) {}
}
