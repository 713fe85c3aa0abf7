<?php

declare(strict_types=1);

namespace Vorhut\Core\Setting;

/** One place from which a value may come, and what it says. */
final readonly class OriginLink
{
    /**
     * @param mixed $value a scalar or a list of scalars; null where it says nothing
     * @param string $said where it stands, in words
     * @param string|null $refused what is allowed, where the value is not
     * @param string $record what it is kept in: "rules/quiet-horns", "devices/streamer-1"; '' for nothing
     */
    public function __construct(
        public Origin $origin,
        public mixed $value,
        public string $said,
        public ?string $refused = null,
        public string $record = '',
    ) {}

    /** Whether the value comes from here, unless an earlier link has one. */
    public function gives(): bool
    {
        return null !== $this->value && null === $this->refused;
    }
}
