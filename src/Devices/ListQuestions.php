<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Vorhut\App\Web\Words;
use Vorhut\Core\Exchange\DeviceImport;
use Vorhut\Core\Exchange\DeviceMatcher;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\Nearest;

/** What is asked of somebody who brings a list: what its columns mean, its unknown kinds, and what may be made on the way. */
final class ListQuestions
{
    private const SAMPLES = 3;
    private const HOW = ['content' => 'by its content', 'said' => 'as you chose', 'named' => 'by its name'];

    /** @return list<array{name: string, title: string, meaning: string, how: string, samples: string}> */
    public static function columns(DeviceImport $import): array
    {
        $head = $import->head;
        $meanings = array_flip($head->columns);
        $rows = array_diff_key($import->table->rows, array_flip(array_column($import->asides, 'line')), [$head->line => 0]);
        $columns = [];
        for ($column = 0; $column < $import->table->width(); ++$column) {
            $fields = array_map(static fn (array $r): string => $r[$column] ?? '', $rows);
            $filled = array_filter($fields, static fn (string $f): bool => '' !== $f);
            if ([] === $filled && '' === ($head->titles[$column] ?? '')) {
                continue;
            }
            $meaning = $meanings[$column] ?? '';
            $columns[] = [
                'name' => \sprintf('column[%d]', $column),
                'title' => $head->title($column),
                'meaning' => $meaning,
                'how' => self::HOW[$head->how[$meaning] ?? ''] ?? ([] === $filled ? 'empty' : ''),
                'samples' => implode(', ', \array_slice(array_values(array_unique($filled)), 0, self::SAMPLES)),
            ];
        }

        return $columns;
    }

    /**
     * Kinds nobody knows.
     *
     * @return list<array{name: string, text: string, label: string, count: int, is: string, options: array<array-key, string>}>
     */
    public static function kinds(Job $job, DeviceImport $import): array
    {
        $options = ['' => 'ignored'];
        foreach ($job->profiles->all() as $kind) {
            $options[$kind->id] = $kind->name;
        }
        $kinds = [];
        $column = $import->head->columns['profile'] ?? -1;
        $here = array_flip(array_map(static fn (array $r): string => mb_strtolower($r[$column] ?? ''), $import->table->rows));
        $said = array_map(static fn (): int => 0, array_intersect_key($import->orders->kinds, $here));
        foreach ($said + $import->unknown->inList('profiles') as $text => $count) {
            $kinds[] = [
                'name' => \sprintf('kinds[%d]', \count($kinds)),
                'text' => (string) $text,
                'label' => '' === (string) $text ? 'no device type' : (string) $text,
                'count' => $count,
                'is' => $import->orders->kinds[mb_strtolower((string) $text)] ?? self::meant((string) $text, $options),
                'options' => $options,
            ];
        }

        return $kinds;
    }

    /** @param array<array-key, string> $kinds names by id */
    private static function meant(string $text, array $kinds): string
    {
        if ('' === $text) {
            return DeviceMatcher::PLAIN_KIND;
        }
        $text = mb_strtolower($text);
        $names = array_map(mb_strtolower(...), $kinds);
        $near = Nearest::to($text, [...array_keys($names), ...array_values($names)], min(4, intdiv(mb_strlen($text), 3)))
            ?? Nearest::withAllWords($text, array_values($names));
        $byName = array_search($near, $names, true);

        return (string) (false === $byName ? $near : $byName);
    }

    /** @return list<array{name: string, label: string, agreed: bool}> what the job lacks and can be given on the way */
    public static function offers(DeviceImport $import): array
    {
        $offers = [];
        $lacks = [
            'places' => ['location', 'locations', $import->orders->places, $import->made->places()],
            'numbers' => ['extension', 'extensions', $import->orders->numbers, $import->made->numbers([])],
        ];
        foreach ($lacks as $name => [$one, $list, $agreed, $made]) {
            $names = array_map(strval(...), array_keys($import->unknown->inList($list)));
            $called = static fn (Edit $e): string => \is_string($e->after['name'] ?? null) ? $e->after['name'] : $e->id;
            $made = array_map(static fn (Edit $e): string => 'extensions' === $list ? $e->id : $called($e), $made);
            $all = [...$names, ...$made];
            // A tick that was set stays, whatever is mended meanwhile.
            if ([] !== $all || $agreed) {
                $some = implode(', ', \array_slice($all, 0, self::SAMPLES)).(\count($all) > self::SAMPLES ? ' …' : '');
                $label = \sprintf('Create %s missing in this job%s', Words::count(\count($all), $one), '' === $some ? '' : ': '.$some);
                $offers[] = ['name' => $name, 'label' => $label, 'agreed' => $agreed];
            }
        }

        return $offers;
    }
}
