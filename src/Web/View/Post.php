<?php

declare(strict_types=1);

namespace Vorhut\App\Web\View;

/** A button that changes something. */
final readonly class Post
{
    /**
     * @param array<string, string|int> $values what goes along, such as the version of the plan the page was made from
     * @param string $key what is pressed for it, '' for nothing
     * @param string $spoken what a screen reader says behind the text
     * @param bool $main whether it is what to do next
     * @param bool $small whether it looks like a link
     */
    public function __construct(
        public string $text,
        public string $url,
        public array $values = [],
        public string $key = '',
        public string $spoken = '',
        public bool $main = false,
        public bool $small = false,
        public string $before = '',
    ) {}

    public function isForm(): bool
    {
        return true;
    }
}
