<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Location;
use Vorhut\Core\Profile\SipRole;

/** Places and extensions that a list names and the job lacks, made where somebody agreed to it. */
final class MadeOnTheWay
{
    /** With spaces around it: a slash may be part of a name. */
    private const INSIDE = '#\s+[/>]\s+#u';

    private const DIGITS = '/^\d{2,15}$/D';

    /** @var array<array-key, Edit> places by id */
    private array $places = [];

    /** @var array<array-key, string> id of a place by what rows call it, in small letters */
    private array $named = [];

    /** @var array<array-key, array<array-key, string>> id of a made place by where it lies and its name in small letters */
    private array $inside = [];

    /** @var array<array-key, Edit> extensions by number */
    private array $numbers = [];

    public function __construct(private readonly Job $job, private readonly ListOrders $orders) {}

    /**
     * Of "House / Office 1" each place lies inside the one before it.
     *
     * @return string|null the id of the last one; null where one of them may not be made
     */
    public function location(string $path): ?string
    {
        $key = mb_strtolower($path);
        if (isset($this->named[$key])) {
            return $this->named[$key];
        }
        $id = null;
        foreach (explode("\0", (string) preg_replace(self::INSIDE, "\0", $path)) as $name) {
            $id = $this->known($name, $id) ?? $this->make($name, $id);
            if (null === $id) {
                return null;
            }
        }
        $this->named[$key] = $id;

        return $id;
    }

    /** @param string|null $within null: wherever the only one of that name is */
    private function known(string $name, ?string $within): ?string
    {
        $low = mb_strtolower($name);
        $made = $this->inside[$within ?? ''][$low] ?? null;
        $alike = array_values(array_filter(
            $this->job->locations,
            static fn (Location $l): bool => mb_strtolower($l->name) === $low && (null === $within || $within === $l->within),
        ));

        return $made ?? (1 === \count($alike) ? $alike[0]->id : null);
    }

    private function make(string $name, ?string $within): ?string
    {
        if (!$this->orders->places) {
            return null;
        }
        $ascii = transliterator_transliterate('Any-Latin; Latin-ASCII; Lower()', $name);
        $slug = substr(trim((string) preg_replace('/[^a-z0-9]+/', '-', false === $ascii ? '' : $ascii), '-'), 0, 50);
        $base = '' === $slug ? 'place' : trim($slug, '-');
        $id = $base;
        for ($n = 2; isset($this->job->locations[$id]) || isset($this->places[$id]); ++$n) {
            $id = $base.'-'.$n;
        }
        $this->inside[$within ?? ''][mb_strtolower($name)] = $id;
        $place = ['id' => $id, 'name' => $name] + (null === $within ? [] : ['within' => $within]);
        $this->places[$id] = new Edit(Location::class, $id, null, $place);

        return $id;
    }

    /** The extension of a row's unit: known, made, or only counted. */
    public function number(CsvRow $row, string $device, string $name, UnknownNames $unknown): void
    {
        $number = $row->get(DeviceColumns::EXTENSION);
        if (null === $number) {
            return;
        }
        if (1 !== preg_match(self::DIGITS, $number)) {
            throw $row->refuse(DeviceColumns::EXTENSION, 'two to fifteen digits');
        }
        $known = $this->job->extensions[$number] ?? null;
        $owner = null === $known ? $this->numbers[$number]->after['device'] ?? null : $known->device;
        if (null !== $owner && $owner !== $device) {
            $who = \is_string($owner) ? $this->job->nameOf($owner) : 'another device';
            throw $row->refuse(DeviceColumns::EXTENSION, 'an extension that is not assigned', \sprintf('It rings %s.', $who));
        }
        if (null !== $known || isset($this->numbers[$number])) {
            return;
        }
        if (!$this->orders->numbers) {
            $unknown->met('extensions', $number);

            return;
        }
        $this->numbers[$number] = new Edit(Extension::class, $number, null, [
            'number' => $number,
            'name' => $row->get(DeviceColumns::USER) ?? $name,
            'device' => $device,
        ]);
    }

    /** @return list<Edit> places first: extensions name units, units name places */
    public function places(): array
    {
        return array_values($this->places);
    }

    /**
     * @param list<Edit> $units of the same list: the phone system may be among them
     *
     * @return list<Edit>
     */
    public function numbers(array $units): array
    {
        $server = $this->onlyPhoneSystem($units);
        $at = static fn (Edit $e): Edit => new Edit($e->type, $e->id, null, [...($e->after ?? []), 'server' => $server]);

        return array_values(array_map($at, $this->numbers));
    }

    /** @param list<Edit> $units */
    private function onlyPhoneSystem(array $units): ?string
    {
        $kinds = array_map(static fn (Device $d): string => $d->profile, $this->job->devices);
        foreach ($units as $unit) {
            $kinds[$unit->id] = \is_string($unit->after['profile'] ?? null) ? $unit->after['profile'] : '';
        }
        $profiles = $this->job->profiles;
        $isServer = static fn (string $kind): bool => $profiles->has($kind) && SipRole::Server === $profiles->get($kind)->sipRole;
        $systems = array_filter($kinds, $isServer);

        return 1 === \count($systems) ? (string) array_key_first($systems) : null;
    }
}
