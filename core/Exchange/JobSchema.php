<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\JobInfo;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Record\Completed;
use Vorhut\Core\Record\Conditional;
use Vorhut\Core\Record\Field\Field;
use Vorhut\Core\Record\Field\Nested;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\RecordType;

/** JSON Schemas (2020-12) of the open formats, made of the declarations their readers use. */
final class JobSchema
{
    private const DIALECT = 'https://json-schema.org/draft/2020-12/schema';
    private const ID = 'https://vorhut.example.net/schema/%s.schema.json';

    /** @return array<string, mixed> */
    public static function job(): array
    {
        $properties = ['format' => ['const' => JobFile::FORMAT], 'version' => ['const' => JobFile::VERSION]];
        $properties['job'] = self::record(JobInfo::class);
        $definitions = [];
        self::define(JobInfo::class, $definitions);
        unset($definitions[self::name(JobInfo::class)]);
        foreach (JobSections::all() as $section => $lists) {
            $inside = [];
            foreach ($lists as $name => $list) {
                $inside[$name] = self::orNull(['type' => 'array', 'items' => ['$ref' => '#/$defs/'.self::name($list->type)]]);
                self::define($list->type, $definitions);
            }
            $properties += '' === $section ? $inside : [$section => self::orNull(self::closed($inside, []))];
        }
        $order = array_flip(JobSections::rootKeys());
        uksort($properties, static fn (string $a, string $b): int => $order[$a] <=> $order[$b]);
        $title = \sprintf('Vorhut job file, version %d', JobFile::VERSION);

        return self::file('job', $title, self::closed($properties, ['format', 'version', 'job']), $definitions);
    }

    /** @return array<string, mixed> */
    public static function profile(): array
    {
        $definitions = [];
        self::define(DeviceProfile::class, $definitions);
        unset($definitions[self::name(DeviceProfile::class)]);

        return self::file('profile', 'Vorhut device profile', self::record(DeviceProfile::class), $definitions);
    }

    /**
     * @param array<string, mixed> $schema
     * @param array<string, mixed> $definitions
     *
     * @return array<string, mixed>
     */
    private static function file(string $name, string $title, array $schema, array $definitions): array
    {
        $slug = ['description' => 'A short id, unique in its list.', 'type' => 'string', 'pattern' => trim(Slug::PATTERN, '/D')];

        return [
            '$schema' => self::DIALECT,
            '$id' => \sprintf(self::ID, $name),
            'title' => $title,
            ...$schema,
            '$defs' => ['slug' => $slug, ...$definitions],
        ];
    }

    /**
     * @param class-string $class
     * @param array<string, mixed> $definitions
     */
    private static function define(string $class, array &$definitions): void
    {
        $name = self::name($class);
        if (isset($definitions[$name])) {
            return;
        }
        $definitions[$name] = self::record($class);
        foreach (RecordType::fromClass($class)->fields as $field) {
            if ($field instanceof Records || $field instanceof Nested) {
                self::define($field->class, $definitions);
            }
        }
    }

    /**
     * @param class-string $class
     *
     * @return array<string, mixed>
     */
    private static function record(string $class): array
    {
        $properties = $required = [];
        $completed = is_a($class, Completed::class, true) ? $class::completed() : [];
        foreach (RecordType::fromClass($class)->fields as $key => $field) {
            $needed = self::isNeeded($field) && !\in_array($key, $completed, true);
            $schema = $needed ? $field->schema() : self::orNull($field->schema());
            $title = '' === $field->label ? [] : ['title' => $field->label];
            $since = 1 === $field->since ? [] : ['$comment' => \sprintf('since version %d', $field->since)];
            $properties[$key] = $title + $since + $schema;
            if ($needed) {
                $required[] = $key;
            }
        }
        $more = is_a($class, Conditional::class, true) ? $class::conditions() : [];
        foreach ((array) ($more['properties'] ?? []) as $key => $keywords) {
            $properties[$key] = [...$properties[$key] ?? [], ...(array) $keywords];
        }
        $required = [...$required, ...array_filter((array) ($more['required'] ?? []), \is_string(...))];
        unset($more['properties'], $more['required']);

        return [...self::closed($properties, array_values(array_unique($required))), ...$more];
    }

    private static function isNeeded(Field $field): bool
    {
        if (!$field instanceof Nested) {
            return $field->required;
        }

        return [] !== array_filter(RecordType::fromClass($field->class)->fields, self::isNeeded(...));
    }

    /**
     * @param array<array-key, mixed> $properties
     * @param list<string> $required
     *
     * @return array<string, mixed>
     */
    private static function closed(array $properties, array $required): array
    {
        return [
            'type' => 'object',
            'required' => $required,
            'properties' => $properties,
            'patternProperties' => ['^'.RecordType::OWN => true],
            'additionalProperties' => false,
        ];
    }

    /**
     * @param array<string, mixed> $schema
     *
     * @return array<string, mixed>
     */
    private static function orNull(array $schema): array
    {
        return ['anyOf' => [$schema, ['type' => 'null']]];
    }

    /** @param class-string $class */
    private static function name(string $class): string
    {
        return lcfirst((new \ReflectionClass($class))->getShortName());
    }
}
