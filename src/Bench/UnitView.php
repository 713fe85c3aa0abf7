<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\App\Provision\FileStateView;
use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** One unit at the bench, at one of its steps. */
final readonly class UnitView
{
    /**
     * @param list<array{
     *     stage: string,
     *     steps: list<array{title: string, url: string, here: bool, done: bool, waits: bool, time: string}>,
     * }> $stages
     * @param string|null $laptopUrl where to post the laptop's ports; null for who may not
     * @param Link|null $next the next unit to be set up
     * @param bool $isDone whether every step of this one is done
     * @param Link|null $other the unit whose MAC was read instead
     * @param list<FindingLine> $findings
     * @param FileStateView|null $file whether it has fetched its file; null for units that take none
     * @param Link|null $meanwhile what can be done while this step waits
     */
    public function __construct(
        public string $name,
        public string $kind,
        public string $serial,
        public string $mac,
        public string $place,
        public string $progress,
        public array $stages,
        public string $fold,
        public StepView $step,
        public string $recordUrl,
        public int $version,
        public bool $mayRecord,
        public ?Post $reopen,
        public string $error,
        public string $laptop,
        public ?string $laptopUrl,
        public ?Link $next,
        public bool $isDone,
        public ?Link $other,
        public ?Link $meanwhile,
        public array $findings,
        public ?FileStateView $file,
        public string $reset,
        public string $about,
        public string $kindUrl,
        public string $benchUrl,
        public string $valuesUrl,
        public string $paperUrl,
        public string $swapUrl,
    ) {}
}
