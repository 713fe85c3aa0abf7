<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

/** Before a value is kept that its partners would not agree with: who they are, and what would change them along. */
final readonly class ValueAskedView
{
    /**
     * @param list<string> $parts
     * @param string $both what would be changed besides, '' for nothing
     * @param array<string, string> $form what was asked
     */
    public function __construct(
        public string $title,
        public array $parts,
        public string $both,
        public string $url,
        public array $form,
        public string $backUrl,
    ) {}
}
