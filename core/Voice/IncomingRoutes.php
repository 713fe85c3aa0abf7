<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Dial\DigitMap;
use Vorhut\Core\Dial\DigitReader;
use Vorhut\Core\Job\VoiceRoute;

/** Routes for calls that come by one trunk, in their order. */
final readonly class IncomingRoutes
{
    private DigitReader $reader;

    /** @param list<VoiceRoute> $routes */
    public function __construct(private array $routes)
    {
        $this->reader = new DigitReader(array_map(static fn (VoiceRoute $r): DigitMap => $r->digitMap, $routes));
    }

    /** @return list<VoiceRoute> whose map takes the whole number */
    public function taking(string $digits): array
    {
        return array_map(fn (int $place): VoiceRoute => $this->routes[$place], $this->reader->read($digits)->matches);
    }
}
