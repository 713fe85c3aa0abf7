<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** A list of the plan as its declaration has it, and the form of one of its records. */
final readonly class RecordsView
{
    /**
     * @param list<string> $heads
     * @param list<array{url: string, cells: list<string>, here: bool}> $rows
     * @param list<FormField> $fields of the open record; none where none is open
     * @param list<string> $errors
     * @param list<Post> $moves of the open record in its list
     * @param string $checkUrl where to ask what would be said of what is typed
     * @param list<Link> $patterns what a new record may be made like
     * @param list<array{text: string, url: string, count: int}> $lists all of them, with how many records each has
     */
    public function __construct(
        public string $title,
        public string $summary,
        public array $heads,
        public array $rows,
        public ?Link $all,
        public ?Link $add,
        public ?Link $import,
        public string $formTitle,
        public bool $isNew,
        public string $saveUrl,
        public string $namesUrl,
        public int $version,
        public array $fields,
        public array $errors,
        public ?Post $remove,
        public array $moves,
        public ?Link $like,
        public string $checkUrl,
        public array $patterns,
        public array $lists,
    ) {}
}
