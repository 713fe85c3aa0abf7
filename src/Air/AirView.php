<?php

declare(strict_types=1);

namespace Vorhut\App\Air;

use Vorhut\Core\Air\AirLink;

/** Wi-Fi phones: how far the plan brings each, and how far a log says it came. */
final readonly class AirView
{
    /**
     * @param list<array{name: string, url: string, links: list<AirLink>}> $phones
     * @param list<array{name: string, reached: string, stopped: string, reason: string, look: string}> $attempts
     */
    public function __construct(
        public string $summary,
        public array $phones,
        public string $url,
        public string $text,
        public array $attempts,
        public string $error,
    ) {}
}
