<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\NetworkInterface;
use Vorhut\Core\Record\RecordType;

/** Which column of a device list means what, whatever people call it: the names are declared with the fields. */
final class DeviceColumns
{
    /** The mask is part of an address, but people keep it beside it. */
    public const MASK = 'mask';
    /** The number of a phone, and who uses it: records of their own, made on the way. */
    public const EXTENSION = 'extension';
    public const USER = 'user';
    private const EXTENSION_NAMES = [
        'extension', 'ext', 'extension number', 'phone number', 'durchwahl', 'nebenstelle', 'rufnummer', 'poste', 'numero de poste',
        'numero interno', 'anexo', 'interno',
    ];
    private const USER_NAMES = [
        'user', 'user name', 'username', 'display name', 'person', 'benutzer', 'nutzer', 'teilnehmer', 'utilisateur', 'usuario',
    ];
    private const MASK_NAMES = [
        'mask', 'netmask', 'subnet mask', 'prefix', 'prefix length', 'maske', 'netzmaske', 'subnetzmaske', 'masque',
        'masque de sous reseau', 'mascara', 'mascara de subred', 'mascara de red',
    ];

    /** @var array<string, string>|null meaning by name */
    private static ?array $names = null;

    /**
     * @param list<string> $fields of a row
     *
     * @return array<int, string> meaning by column, of those it names; each meaning once
     */
    public static function named(array $fields): array
    {
        $named = [];
        foreach ($fields as $column => $given) {
            $meaning = self::meaning($given);
            if (null !== $meaning && !\in_array($meaning, $named, true)) {
                $named[$column] = $meaning;
            }
        }

        return $named;
    }

    /** Of a heading in two languages, such as "Typ / kind", each is looked up. */
    private static function meaning(string $heading): ?string
    {
        $parts = explode('/', strtr($heading, ['|' => '/', '(' => '/', ')' => '/', '[' => '/', ']' => '/', ',' => '/']));
        foreach ([$heading, ...$parts] as $part) {
            $meaning = self::names()[self::plain($part)] ?? null;
            if (null !== $meaning) {
                return $meaning;
            }
        }

        return null;
    }

    /** @return array<string, string> what people call each meaning, by meaning */
    public static function labels(): array
    {
        $labels = [];
        foreach ([Device::class, NetworkInterface::class] as $class) {
            foreach (RecordType::fromClass($class)->fields as $key => $field) {
                if ([] !== $field->columns) {
                    $labels[$key] = '' === $field->label ? ucfirst($key) : $field->label;
                }
            }
        }

        return $labels + [self::MASK => 'Mask', self::EXTENSION => 'Extension', self::USER => 'User'];
    }

    /** Small letters without accents, digits, single blanks. */
    public static function plain(string $text): string
    {
        $ascii = transliterator_transliterate('Any-Latin; Latin-ASCII; Lower()', $text);

        return trim((string) preg_replace('/[^a-z0-9]+/', ' ', false === $ascii ? '' : $ascii));
    }

    /** @return array<string, string> meaning by name */
    private static function names(): array
    {
        if (null === self::$names) {
            $names = array_fill_keys(self::MASK_NAMES, self::MASK)
                + array_fill_keys(self::EXTENSION_NAMES, self::EXTENSION)
                + array_fill_keys(self::USER_NAMES, self::USER);
            foreach ([Device::class, NetworkInterface::class] as $class) {
                foreach (RecordType::fromClass($class)->fields as $key => $field) {
                    $names += array_fill_keys($field->columns, $key);
                }
            }
            self::$names = $names;
        }

        return self::$names;
    }
}
