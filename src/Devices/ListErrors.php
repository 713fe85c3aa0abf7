<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Vorhut\Core\Exchange\DeviceImport;
use Vorhut\Core\Record\FileError;

/** Rows of a list that cannot be taken over: what is said of several at once stands once, with a field to mend each. */
final class ListErrors
{
    private const MAX_FIELDS = 12;

    /**
     * @return list<array{
     *     where: string,
     *     given: string,
     *     allowed: string,
     *     advice: string,
     *     fields: list<array{name: string, line: int, value: string}>,
     * }>
     */
    public static function rows(DeviceImport $import): array
    {
        $groups = [];
        $kinds = $import->unknown->inList('profiles');
        foreach ($import->errors as $error) {
            [$line, $title] = self::lineAndTitle($error);
            // Kinds that nobody knows are asked for by themselves.
            if (isset($kinds[trim($error->given, '"')]) && self::column($import, $title) === ($import->head->columns['profile'] ?? -1)) {
                continue;
            }
            $key = implode("\n", [$title, $error->given, $error->allowed, (string) preg_replace('/\d+/', '#', $error->advice)]);
            $groups[$key][] = [$line, $title, $error];
        }
        $errors = [];
        foreach ($groups as $group) {
            [, $title, $error] = $group[0];
            $errors[] = [
                'where' => 1 === \count($group)
                    ? $error->path
                    : \sprintf('lines %s, %s', self::lines(array_column($group, 0)), $title),
                'given' => $error->given,
                'allowed' => $error->allowed,
                'advice' => $error->advice,
                'fields' => self::fields($import, $group),
            ];
        }

        return $errors;
    }

    /** @return array{int, string} line and heading */
    private static function lineAndTitle(FileError $error): array
    {
        return 1 === preg_match('/^line (\d+), (.*)$/sD', $error->path, $m) ? [(int) $m[1], $m[2]] : [0, $error->path];
    }

    /** @param list<int> $lines */
    private static function lines(array $lines): string
    {
        $some = implode(', ', \array_slice($lines, 0, self::MAX_FIELDS));

        return \count($lines) > self::MAX_FIELDS ? \sprintf('%s and %d more', $some, \count($lines) - self::MAX_FIELDS) : $some;
    }

    /**
     * @param list<array{int, string, FileError}> $group
     *
     * @return list<array{name: string, line: int, value: string}>
     */
    private static function fields(DeviceImport $import, array $group): array
    {
        $fields = [];
        foreach (\array_slice($group, 0, self::MAX_FIELDS) as [$line, $title]) {
            $column = self::column($import, $title);
            if (null !== $column && isset($import->table->rows[$line])) {
                $fields[] = [
                    'name' => \sprintf('mend[%d][%d]', $line, $column),
                    'line' => $line,
                    'value' => $import->table->rows[$line][$column] ?? '',
                ];
            }
        }

        return $fields;
    }

    private static function column(DeviceImport $import, string $title): ?int
    {
        for ($column = 0; $column < $import->table->width(); ++$column) {
            if ($import->head->title($column) === $title) {
                return $column;
            }
        }

        return null;
    }
}
