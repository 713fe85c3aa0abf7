<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Post;

/** A list of devices as it would be taken over. */
final readonly class ListView
{
    /**
     * @param list<array{
     *     where: string,
     *     given: string,
     *     allowed: string,
     *     advice: string,
     *     fields: list<array{name: string, line: int, value: string}>,
     * }> $errors rows that cannot be taken over, each with fields to mend it
     * @param list<array{
     *     name: string,
     *     text: string,
     *     label: string,
     *     count: int,
     *     is: string,
     *     options: array<array-key, string>,
     * }> $kinds nobody knows
     * @param list<array{name: string, label: string, agreed: bool}> $offers what the job lacks and can be given on the way
     * @param list<array{name: string, title: string, meaning: string, how: string, samples: string}> $columns what each was taken for
     * @param array<string, string> $meanings what a column may hold
     * @param string $head tells this list from one with other columns
     * @param list<array{line: int, text: string, why: string}> $asides rows that are no units
     * @param list<string> $leftOut what is not taken over of rows that are, and why
     * @param list<string> $heads of the table of rows
     * @param list<array{
     *     line: int,
     *     new: bool,
     *     cells: array<string, array{label: string, was: string, text: string, technical: bool, changed: bool}>,
     * }> $rows
     */
    public function __construct(
        public string $title,
        public string $action,
        public string $leaveUrl,
        public string $text,
        public string $refused = '',
        public bool $looked = false,
        public ?Next $next = null,
        public ?Post $take = null,
        public string $readAs = '',
        public array $errors = [],
        public string $errorTitle = '',
        public array $columns = [],
        public array $meanings = [],
        public string $head = '',
        public array $asides = [],
        public array $leftOut = [],
        public array $heads = [],
        public array $rows = [],
        public string $more = '',
        public array $kinds = [],
        public array $offers = [],
    ) {}
}
