<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\RecordType;

/** Named values that a kind of unit defines: texts, numbers, yes, no, nothing, or lists of them. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class NamedValues extends Field
{
    /** @return array<string, scalar|list<scalar>|null> */
    public function read(mixed $value): array
    {
        $settings = RecordType::named($value);
        foreach ($settings as $name => $item) {
            foreach (\is_array($item) && array_is_list($item) ? $item : [$item] as $part) {
                if ((!\is_scalar($part) && null !== $item) || (\is_string($part) && !PlainText::isLine($part))) {
                    throw InvalidFile::at('', $value, $this->allowed(), \sprintf('Look at "%s".', $name));
                }
            }
        }

        /** @var array<string, scalar|list<scalar>|null> $settings */
        return $settings;
    }

    public function allowed(): string
    {
        return 'texts '.PlainText::SAYS.', numbers, true, false, null, or lists of them';
    }

    /** @return array<string, never> */
    public function absent(array $record): array
    {
        return [];
    }

    public function schema(): array
    {
        $single = ['type' => ['string', 'number', 'boolean']];

        return [
            'type' => 'object',
            'additionalProperties' => [
                'anyOf' => [$single, ['type' => 'array', 'items' => $single], ['type' => 'null']],
            ],
        ];
    }
}
