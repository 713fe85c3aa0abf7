<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Dial\Digits;
use Vorhut\Core\InvalidValue;

/** A number that is dialled at an extension, or comes in by a trunk. */
final readonly class DialQuery
{
    private const FORMATS = ['!Y-m-d\TH:i', '!Y-m-d\TH:i:s', '!Y-m-d H:i', '!Y-m-d\TH:iP', '!Y-m-d\TH:i:sP'];

    private function __construct(
        public string $number,
        /** The extension that dials; null for calls from outside. */
        public ?string $from,
        public ?string $trunk,
        /** Where the call carries the number; null: where the trunk reads it. */
        public ?string $header,
        /** When; null: in the hours of whatever timetable. */
        public ?\DateTimeImmutable $at,
    ) {}

    /** @throws InvalidValue */
    public static function from(string $extension, string $number, ?\DateTimeImmutable $at = null): self
    {
        return new self(number: Digits::dialled($number), from: $extension, trunk: null, header: null, at: $at);
    }

    /** @throws InvalidValue */
    public static function by(string $trunk, string $number, ?string $header = null, ?\DateTimeImmutable $at = null): self
    {
        return new self(
            number: Digits::dialled(ltrim($number, '+')),
            from: null,
            trunk: $trunk,
            header: null === $header ? null : self::header($header),
            at: $at,
        );
    }

    /**
     * A query of named texts: number with from, or with trunk and maybe header; at.
     *
     * @param array<array-key, mixed> $given
     *
     * @throws InvalidValue
     */
    public static function fromGiven(array $given, \DateTimeZone $zone): self
    {
        $texts = array_map(
            static fn (mixed $v): ?string => \is_int($v) || (\is_string($v) && '' !== $v) ? (string) $v : null,
            array_intersect_key($given, array_flip(['from', 'trunk', 'number', 'header', 'at'])),
        );
        $from = $texts['from'] ?? null;
        $trunk = $texts['trunk'] ?? null;
        if ((null === $from) === (null === $trunk)) {
            throw new InvalidValue($from ?? '', 'either from, an extension, or trunk', 'Name the caller.');
        }
        if (null !== $from && isset($texts['header'])) {
            throw new InvalidValue($texts['header'], 'no header for internal calls', 'Only a trunk brings the number in a header.');
        }
        $number = $texts['number'] ?? '';
        $at = isset($texts['at']) ? self::moment($texts['at'], $zone) : null;

        return null === $from ? self::by((string) $trunk, $number, $texts['header'] ?? null, $at) : self::from($from, $number, $at);
    }

    /** @throws InvalidValue */
    private static function moment(string $text, \DateTimeZone $zone): \DateTimeImmutable
    {
        foreach (self::FORMATS as $format) {
            $time = \DateTimeImmutable::createFromFormat($format, $text, $zone);
            if (false !== $time && false === \DateTimeImmutable::getLastErrors()) {
                return $time->setTimezone($zone);
            }
        }

        throw new InvalidValue($text, 'a day and time of day in the zone of the job (ISO 8601)', 'Such as 2026-12-24T09:30.');
    }

    /** @throws InvalidValue */
    private static function header(string $name): string
    {
        $name = strtolower($name);
        if (1 !== preg_match('/^[a-z0-9-]{1,40}$/D', $name)) {
            throw new InvalidValue($name, 'the name of a header, or "request" for the Request-URI', 'Such as To or Diversion.');
        }

        return 'request-uri' === $name ? 'request' : $name;
    }
}
