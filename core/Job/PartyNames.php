<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Net\Ipv4Address;

/** Parties of intents as people call them: "Berth 1 camera (device)", "Desk phones (all of a device type)", "2001 Ticket 1 (extension)". */
final class PartyNames
{
    private const WORDS = [
        'device' => 'device',
        'profile' => 'all of a device type',
        'segment' => 'segment',
        'location' => 'location',
        'extension' => 'extension',
        'trunk' => 'trunk',
    ];

    /** @var array<string, string> what people call it, by how a file does */
    private array $names = [];

    /** @var array<array-key, list<string>> how files call it, by what people may type, in small letters */
    private array $typed = [];

    public function __construct(Job $job)
    {
        $kinds = [];
        foreach ($job->devices as $device) {
            $kinds[$device->profile] ??= $job->profileOf($device);
        }
        foreach ($job->segments as $segment) {
            $this->know('segment', $segment->id, $segment->name);
        }
        foreach ($kinds as $kind) {
            $this->know('profile', $kind->id, $kind->plural);
        }
        foreach ($job->locations as $place) {
            $this->know('location', $place->id, $place->name);
        }
        foreach ([...array_values($job->routers), ...array_values($job->devices)] as $unit) {
            $this->know('device', $unit->id, $unit->name);
        }
        foreach ($job->extensions as $extension) {
            $name = $extension->name === $extension->number ? '' : ' '.$extension->name;
            $this->know('extension', $extension->number, $extension->number.$name);
        }
        foreach ($job->all(Trunk::class) as $trunk) {
            $this->know('trunk', $trunk->id, $trunk->name);
        }
    }

    public function name(string $party): string
    {
        return $this->names[$party] ?? (string) preg_replace(['/^address:/', '/^number:/'], ['', 'dialled '], $party);
    }

    /** @return list<string> at most so many, to choose from */
    public function all(int $max): array
    {
        return \array_slice(array_values($this->names), 0, $max);
    }

    /**
     * @return string how a file calls it
     *
     * @throws InvalidValue
     */
    public function read(string $typed): string
    {
        $found = $this->typed[mb_strtolower(trim($typed))] ?? [];
        if (1 === \count($found)) {
            return $found[0];
        }
        if ([] !== $found) {
            $names = implode(', ', array_map($this->name(...), \array_slice($found, 0, 4)));
            throw new InvalidValue($typed, 'one of '.$names, 'Several have that name: choose from the list.');
        }
        if (null !== Ipv4Address::tryFrom(trim($typed))) {
            return 'address:'.trim($typed);
        }
        if (1 === preg_match('/^(?:dialled )?([0-9*#]{1,40})$/D', trim($typed), $m)) {
            return 'number:'.$m[1];
        }
        try {
            return (string) PartyRef::fromString(trim($typed));
        } catch (InvalidValue) {
            throw new InvalidValue(
                $typed,
                'a device, device type, segment, location or extension of this job, or an address',
                $this->near($typed),
            );
        }
    }

    private function near(string $typed): string
    {
        $best = null;
        $max = 4;
        foreach ($this->typed as $known => $parties) {
            $differs = levenshtein(mb_substr(mb_strtolower($typed), 0, 60), mb_substr((string) $known, 0, 60));
            if ($differs < $max) {
                [$best, $max] = [$parties[0], $differs];
            }
        }

        return null === $best ? 'Start typing its name and choose it.' : \sprintf('Did you mean %s?', $this->name($best));
    }

    private function know(string $kind, string $id, string $name): void
    {
        $party = $kind.':'.$id;
        $label = \sprintf('%s (%s)', $name, self::WORDS[$kind]);
        if (isset($this->typed[mb_strtolower($label)])) {
            $label = \sprintf('%s (%s %s)', $name, self::WORDS[$kind], $id);
        }
        $this->names[$party] = $label;
        foreach (array_unique([mb_strtolower($label), mb_strtolower($name), $party]) as $key) {
            $this->typed[$key][] = $party;
        }
        if ('extension' === $kind && $name !== $id) {
            $this->typed[$id][] = $party;
        }
    }
}
