<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Record\Nearest;

/**
 * What people call records that others name: "Comms room" for the location comms-room, "Comms room switch / 5" for sw-core/5.
 * Ids are understood, too. Where two of a list have one name, their ids stand behind it.
 */
final class RecordNames
{
    private const BETWEEN_PORT = ' / ';

    /** @var array<string, array<array-key, string>> name by id, by list */
    private array $names = [];

    /** @var array<string, array<array-key, array<array-key, true>>> ids by what people may write, in small letters, by list */
    private array $known = [];

    /** @param array<string, array<array-key, string>> $more names of records that are to be made, by id, by list */
    public function __construct(private readonly Job $job, private readonly array $more = []) {}

    /** @return array<array-key, string> by id */
    public function all(string $list): array
    {
        return $this->names[$list] ??= $this->read($list);
    }

    /** @return string the id itself where nothing has it */
    public function name(string $list, string $id): string
    {
        return $this->all($list)[$id] ?? $id;
    }

    /** @return string|null null where nothing is called so, or several are */
    public function id(string $list, string $text): ?string
    {
        $found = $this->called($list, $text);

        return 1 === \count($found) ? $found[0] : null;
    }

    /** Whether it is not told which one is meant. */
    public function areSeveral(string $list, string $text): bool
    {
        return \count($this->called($list, $text)) > 1;
    }

    /** @throws InvalidValue for what is the name or id of none, or of several */
    public function only(string $list, string $text): string
    {
        return $this->id($list, $text) ?? throw new InvalidValue(
            $text,
            \sprintf('the name that just one %s has', Lists::named($list)->one),
            $this->advice($list, $text),
        );
    }

    /**
     * Those named between commas or semicolons; a name may have commas itself.
     *
     * @return list<string> ids; where nothing is called so, what was written
     */
    public function ids(string $list, string $text): array
    {
        $parts = preg_split('/[,;\n]/', $text);
        $parts = array_map(trim(...), false === $parts ? [] : $parts);
        $ids = [];
        while ([] !== $parts) {
            [$id, $length] = $this->first($list, $parts);
            $ids[] = $id;
            $parts = \array_slice($parts, $length);
        }

        return array_values(array_unique(array_filter($ids, static fn (string $id): bool => '' !== $id)));
    }

    /** @param list<string> $ids */
    public function list(string $list, array $ids): string
    {
        return implode('; ', array_map(fn (string $id): string => $this->name($list, $id), $ids));
    }

    /** The port of a switch as people call it. */
    public function port(string $ref): string
    {
        [$switch, $port] = [...explode('/', $ref, 2), ''];

        $isKnown = null !== $this->job->record(NetworkSwitch::class, $switch);

        return $isKnown ? $this->name('switches', $switch).self::BETWEEN_PORT.$port : $ref;
    }

    /** @return string how a file says it; what was written, where no switch is called so */
    public function portRef(string $text): string
    {
        // Names of ports have no stroke, those of switches may.
        $stroke = strrpos($text, '/');
        $switch = false === $stroke ? null : $this->id('switches', substr($text, 0, $stroke));
        if (null !== $switch) {
            return $switch.'/'.trim(substr($text, (int) $stroke + 1));
        }
        $names = array_filter(
            $this->all('switches'),
            static fn (string $name): bool => str_starts_with(mb_strtolower($text), mb_strtolower($name).' '),
        );
        if ([] === $names) {
            return $text;
        }
        // Of "Hall" and "Hall 2" the longer one is meant by "Hall 2 port 5".
        uasort($names, static fn (string $a, string $b): int => mb_strlen($b) <=> mb_strlen($a));
        $id = array_key_first($names);

        return $id.'/'.trim((string) preg_replace('/^ +(?:port )?/i', '', mb_substr($text, mb_strlen($names[$id]))));
    }

    /**
     * The longest run of parts, from the first on, that is a name.
     *
     * @param non-empty-list<string> $parts
     *
     * @return array{string, int} id and how many parts it took
     */
    private function first(string $list, array $parts): array
    {
        for ($length = min(4, \count($parts)); $length > 0; --$length) {
            $id = $this->id($list, implode(', ', \array_slice($parts, 0, $length)));
            if (null !== $id) {
                return [$id, $length];
            }
        }

        return [$parts[0], 1];
    }

    /** @return array<array-key, string> */
    private function read(string $list): array
    {
        $class = Lists::named($list)->type;
        $names = [];
        foreach (DeviceProfile::class === $class ? $this->job->profiles->all() : $this->job->all($class) as $id => $record) {
            $name = isset($record->name) && \is_string($record->name) ? $record->name : '';
            $names[$id] = '' === $name ? (string) $id : $name;
        }
        $names += $this->more[$list] ?? [];
        $counts = array_count_values(array_map(mb_strtolower(...), $names));
        $shown = $known = [];
        foreach ($names as $id => $name) {
            $isTaken = $counts[mb_strtolower($name)] > 1 || ((string) $id !== $name && isset($names[$name]));
            $shown[$id] = $isTaken ? \sprintf('%s (%s)', $name, $id) : $name;
            foreach ([(string) $id, $name, $shown[$id]] as $written) {
                $known[mb_strtolower($written)][$id] = true;
            }
        }
        $this->known[$list] = $known;

        return $shown;
    }

    /** @return list<string> ids of those whose name, or id, it is */
    private function called(string $list, string $text): array
    {
        $this->all($list);

        return array_map(strval(...), array_keys($this->known[$list][mb_strtolower(trim($text))] ?? []));
    }

    /** What to write instead of a text that names none, or several. */
    public function advice(string $list, string $text): string
    {
        $found = $this->called($list, $text);
        if ([] !== $found) {
            $shown = array_map(fn (string $id): string => $this->name($list, $id), $found);

            return \sprintf('Several have it. Write %s.', implode(' or ', $shown));
        }
        $names = array_values($this->all($list));
        if ([] === $names) {
            return \sprintf('There is no %s in this job yet.', Lists::named($list)->one);
        }
        $near = Nearest::to($text, $names, max(1, intdiv(mb_strlen($text), 3)));

        return null === $near
            ? \sprintf('Such as %s.', implode(' or ', \array_slice($names, 0, 2)))
            : \sprintf('Did you mean %s?', $near);
    }
}
