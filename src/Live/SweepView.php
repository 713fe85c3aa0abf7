<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Vorhut\App\Runs\RunView;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** Who answers at a list of addresses, beside the plan. */
final readonly class SweepView
{
    /**
     * @param list<FormField> $fields none for who may not
     * @param list<Link|Post> $actions
     * @param list<array{
     *     address: string,
     *     name: string,
     *     url: string|null,
     *     bench: string|null,
     *     answers: string,
     *     changed: string,
     *     chosen: bool,
     *     verdict: string,
     *     tone: string,
     *     mark: string,
     * }> $rows
     * @param list<array{name: string, url: string, said: string, here: bool}> $lists the latest sweep of each list
     */
    public function __construct(
        public Link $back,
        public string $error,
        public string $url,
        public array $fields,
        public ?RunView $run,
        public array $actions,
        public array $rows,
        public ?SweepTakeView $take,
        public array $lists,
    ) {}
}
