<?php

declare(strict_types=1);

namespace Vorhut\App\Vault;

use Vorhut\App\Web\View\TypingView;

/** A secret, for a short while. */
final readonly class ShownView
{
    public const SECONDS = 30;

    /**
     * @param string $former the one before, until this one is typed; '' for none
     * @param TypingView|null $typing how it is typed on the unit's keys
     */
    public function __construct(
        public string $label,
        public string $units,
        public string $value,
        public string $former,
        public ?TypingView $typing,
        public string $backUrl,
        public int $seconds = self::SECONDS,
    ) {}
}
