<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

use Vorhut\App\Web\View\Post;

/** A number, who has it, the phone it rings, and how far that has been told. */
final readonly class PhoneRow
{
    /** @param list<string> $lacks what has to be known of it and is not, in words */
    public function __construct(
        public string $number,
        public string $url,
        public string $name,
        public string $unit,
        public string $unitUrl,
        public string $mac,
        public string $told,
        public array $lacks,
        public FileStateView $file,
        public ?Post $open,
        public bool $isOpened,
    ) {}
}
