<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Vorhut\App\Lab\LabView;
use Vorhut\App\Runs\RunView;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** What must and must not be, at a glance and pair by pair. */
final readonly class ProofView
{
    /**
     * @param list<Link|Post> $actions
     * @param list<IntentRow> $intents
     * @param string $more how many intents are not shown, '' where all are
     * @param list<Post> $usuals intents that are usual and not there yet
     * @param array{title: string, summary: string, actions: list<Link|Post>}|null $cell
     * @param array{url: string, ranges: string}|null $onSite where to post a test on the site, with the confirmed ranges
     */
    public function __construct(
        public string $summary,
        public NextRepairView $next,
        public array $actions,
        public ?array $onSite,
        public ?LabView $lab,
        public ?RunView $run,
        public bool $isEmpty,
        public ?MatrixView $matrix,
        public ?array $cell,
        public array $intents,
        public string $more,
        public ?PairView $pair,
        public ?string $importUrl,
        public string $conflictsUrl,
        public ?Link $edit,
        public array $usuals,
    ) {}
}
