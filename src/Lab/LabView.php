<?php

declare(strict_types=1);

namespace Vorhut\App\Lab;

use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Post;

/** How a job's lab is, and the button that changes it. */
final readonly class LabView
{
    /**
     * @param list<array{planned: string, lab: string}> $blocks where planned networks are found
     * @param string $againUrl where its state is asked for while it changes; '' where it rests
     */
    public function __construct(
        public string $state,
        public string $tone,
        public string $mark,
        public string $detail,
        public array $blocks,
        public ?Post $switch,
        public string $againUrl,
        /** @var list<array{name: string, label: string, back: Post|null}> what is otherwise in it than planned */
        public array $turned,
        /** @var list<FormField> to make something otherwise; none where nobody may */
        public array $fields,
        public string $turnUrl,
    ) {}
}
