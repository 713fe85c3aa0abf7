<?php

declare(strict_types=1);

namespace Vorhut\App\Web\View;

/** A way to another page, perhaps by a key. */
final readonly class Link
{
    /**
     * @param string $key what is pressed for it, '' for nothing
     * @param string $spoken what a screen reader says behind the text
     * @param bool $main whether it is what to do next
     */
    public function __construct(
        public string $text,
        public string $url,
        public string $key = '',
        public string $spoken = '',
        public bool $main = false,
    ) {}

    public function isForm(): bool
    {
        return false;
    }
}
