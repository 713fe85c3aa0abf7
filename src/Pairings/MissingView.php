<?php

declare(strict_types=1);

namespace Vorhut\App\Pairings;

use Vorhut\App\Web\View\FormField;

/** A device that lacks a partner, with whom it could have. */
final readonly class MissingView
{
    /** @param FormField|null $partner null where the plan has no device of the right type, or the reader may not pair */
    public function __construct(
        public string $name,
        public string $url,
        public string $says,
        public string $key,
        public ?FormField $partner,
        public string $proposed,
        public string $reason,
    ) {}
}
