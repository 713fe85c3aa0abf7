<?php

declare(strict_types=1);

namespace Vorhut\App\Networks;

use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** The form of a segment with one subnet. */
final readonly class SegmentFormView
{
    /**
     * @param list<FormField> $fields
     * @param list<string> $errors
     * @param array<string, string|int> $hidden
     */
    public function __construct(
        public string $url,
        public array $fields,
        public array $errors,
        public array $hidden,
        public string $leaveUrl,
        public ?Link $more,
        public ?Post $remove,
    ) {}
}
