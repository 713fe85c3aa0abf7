<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\Core\Bench\LaptopInterface;
use Vorhut\Core\InvalidValue;

/** The ports of the laptop at the bench, as they were typed. */
final readonly class Laptop
{
    /**
     * @param list<LaptopInterface> $ports
     * @param list<string> $errors
     */
    private function __construct(public string $text, public array $ports, public array $errors) {}

    public static function read(string $text): self
    {
        $ports = $errors = [];
        foreach (
            array_filter(
                explode(' ', (string) preg_replace('/\s+/', ' ', trim($text))),
                static fn (string $p): bool => '' !== $p,
            ) as $part
        ) {
            try {
                $ports[] = LaptopInterface::fromString($part);
            } catch (InvalidValue $e) {
                $errors[] = 'Laptop: '.$e->getMessage();
            }
        }

        return new self($text, $ports, $errors);
    }
}
