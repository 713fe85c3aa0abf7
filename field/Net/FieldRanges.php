<?php

declare(strict_types=1);

namespace Vorhut\Field\Net;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Net\Ipv4Prefix;

/** The ranges of field mode: named one by one, and confirmed by somebody who may. */
final class FieldRanges
{
    private const WIDEST = 16;
    private const MAX = 12;

    /**
     * @return non-empty-list<Ipv4Prefix>
     *
     * @throws InvalidValue
     */
    public static function read(string $typed, bool $confirmed): array
    {
        $ranges = [];
        foreach (explode(',', str_replace(["\r", "\n", ' '], ',', $typed)) as $text) {
            if ('' === trim($text)) {
                continue;
            }
            $range = Ipv4Prefix::fromString(trim($text));
            if ($range->length < self::WIDEST || $range->network >> 28 >= 14) {
                throw new InvalidValue(
                    $text,
                    \sprintf('unicast prefixes of /%d or longer', self::WIDEST),
                    'Name just the subnets whose owner has agreed.',
                );
            }
            $ranges[] = $range;
        }
        if ([] === $ranges || \count($ranges) > self::MAX) {
            throw new InvalidValue(
                $typed,
                \sprintf('one to %d prefixes such as 10.47.60.0/25', self::MAX),
                'A comma or a new line between them.',
            );
        }
        if (!$confirmed) {
            throw new InvalidValue(
                given: 'not confirmed',
                allowed: 'a confirmation, or --confirmed, that the owner of these networks has given permission',
                advice: 'Ask first.',
            );
        }

        return $ranges;
    }
}
