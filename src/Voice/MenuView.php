<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

/** An attendant's menu, drawn on the keys of a telephone. */
final readonly class MenuView
{
    /**
     * @param list<array{key: string, to: string}> $keys all twelve, in the order of a telephone
     * @param list<string> $else what happens otherwise
     */
    public function __construct(
        public string $name,
        public string $number,
        public string $greeting,
        public array $keys,
        public array $else,
        public string $url,
    ) {}
}
