<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

use Vorhut\Core\Record\Options;

/** One of some words that are found elsewhere. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class OneOf extends Field
{
    /** @param class-string<Options> $options */
    public function __construct(private readonly string $options, string $label = '', int $since = 1)
    {
        parent::__construct($label, since: $since, required: true);
    }

    public function read(mixed $value): string
    {
        return \is_string($value) && \in_array($value, $this->options::values(), true) ? $value : throw $this->refuse($value);
    }

    public function allowed(): string
    {
        return 'one of '.implode(', ', $this->options::values());
    }

    public function schema(): array
    {
        return ['enum' => $this->options::values()];
    }

    public function options(): array
    {
        return array_combine($this->options::values(), $this->options::values());
    }
}
