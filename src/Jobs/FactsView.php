<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Vorhut\App\Web\View\FormField;

/** The facts of a job, to be changed. */
final readonly class FactsView
{
    /**
     * @param list<FormField> $fields
     * @param list<array{
     *     name: string,
     *     question: string,
     *     answers: list<array{value: string, label: string, reason: string, isIt: bool}>,
     * }> $schools where good practitioners differ
     * @param list<string> $errors why what was typed was not taken
     */
    public function __construct(
        public array $fields,
        public array $errors,
        public string $saveUrl,
        public string $leaveUrl,
        public int $version,
        public string $seen,
        public array $schools,
    ) {}
}
