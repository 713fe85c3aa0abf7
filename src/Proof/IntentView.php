<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** The form of one intent. */
final readonly class IntentView
{
    /**
     * @param list<FormField> $fields
     * @param list<string> $errors
     * @param list<string> $parties names to choose from
     * @param list<Link|Post> $actions
     * @param list<Post> $usuals what is usual for a job like this, each added by one key
     */
    public function __construct(
        public string $title,
        public string $url,
        public int $version,
        public array $fields,
        public array $errors,
        public array $parties,
        public Link $cancel,
        public array $actions,
        public ?Post $remove,
        public array $usuals,
    ) {}
}
