<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

use Vorhut\Core\Net\ParsedFromText;

/** A list of technical values written as text. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class ParsedList extends Listed
{
    /**
     * @param class-string<ParsedFromText> $class
     * @param string $by its named constructor
     * @param bool $orNothing whether no list is something else than an empty one
     */
    public function __construct(
        private readonly string $class,
        string $label = '',
        int $since = 1,
        private readonly string $by = 'fromString',
        private readonly bool $orNothing = false,
    ) {
        parent::__construct($label, since: $since);
    }

    protected function item(mixed $value): mixed
    {
        return Parsed::parse($this->class, $this->by, $value);
    }

    public function absent(array $record): ?array
    {
        return $this->orNothing ? null : [];
    }

    protected function itemSchema(): array
    {
        return ['type' => 'string', 'pattern' => $this->class::pattern()];
    }

    public function isTechnical(): bool
    {
        return true;
    }
}
