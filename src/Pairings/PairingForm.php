<?php

declare(strict_types=1);

namespace Vorhut\App\Pairings;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\FormField;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NewId;
use Vorhut\Core\Job\Relation;
use Vorhut\Core\Relation\MissingPartner;
use Vorhut\Core\Relation\MissingPartners;

/** What is asked for a new pairing: only relations and partners that the types of both allow. */
final readonly class PairingForm
{
    /** Between the ids of a pair; no id has it. */
    private const BETWEEN = '|';
    private const NOTHING_TO = 'no device of a fitting type is planned';

    public function __construct(private UrlGeneratorInterface $urls) {}

    /** @return list<MissingView> */
    public function missing(JobContext $context, bool $isEditor): array
    {
        return array_map(fn (MissingPartner $m): MissingView => new MissingView(
            name: $m->device->name,
            url: $this->urls->generate('devices', ['slug' => $context->stored->getSlug(), 'sel' => $m->device->id]),
            says: $m->type->name,
            key: self::pair($m->device->id, $m->type->id),
            partner: !$isEditor || [] === $m->partners ? null : new FormField(
                name: \sprintf('partner[%s]', self::pair($m->device->id, $m->type->id)),
                label: \sprintf('%s %s', $m->device->name, $m->type->name),
                value: $m->partners[0]->id,
                control: 'select',
                options: array_column($m->partners, 'name', 'id'),
            ),
            proposed: $m->partners[0]->name ?? '',
            reason: '' === $m->reason ? self::NOTHING_TO : $m->reason,
        ), MissingPartners::find($context->job));
    }

    /** @return list<FormField> first whose partner it is, and once that is known the partner */
    public function fields(Job $job, string $selected): array
    {
        $device = $job->devices[$selected] ?? null;
        $names = array_map(static fn (Device $d): string => $d->name, $job->devices);
        $options = [];
        foreach (null === $device ? [] : MissingPartners::possible($job, $device) as [$type, $from, $to]) {
            $options[implode(self::BETWEEN, [$from->id, $type->id, $to->id])] = $from->id === $selected
                ? \sprintf('%s %s', $type->name, $to->name)
                : \sprintf('%s %s', '' === $type->back ? $type->name.' (the other way round)' : $type->back, $from->name);
        }

        return [
            new FormField(
                name: 'sel',
                label: 'Device',
                value: $selected,
                control: 'select',
                options: ['' => ''] + $names,
                required: true,
            ),
            ...(null === $device ? [] : [
                new FormField(
                    name: 'pair',
                    label: 'Relation and partner',
                    value: '',
                    control: 'select',
                    options: ['' => [] === $options ? self::NOTHING_TO : ''] + $options,
                    required: true,
                ),
            ]),
        ];
    }

    /** @return array{string, string, string}|null device, relation and partner; null for what is no pair */
    public static function typed(string $pair): ?array
    {
        $ids = explode(self::BETWEEN, $pair);

        return 3 === \count($ids) ? $ids : null;
    }

    /**
     * Those of the missing pairs that were ticked, with the partner chosen for each.
     *
     * @param array<array-key, mixed> $ticked keys of the pairs
     * @param array<array-key, mixed> $partners ids of the partners, by key
     */
    public static function change(Job $job, array $ticked, array $partners): ChangeSet
    {
        $edits = [];
        $title = '';
        foreach ($ticked as $key) {
            $partner = \is_string($key) ? $partners[$key] ?? null : null;
            $pair = \is_string($key) && \is_string($partner) ? self::typed($key.self::BETWEEN.$partner) : null;
            if (null !== $pair) {
                $edits[] = self::edit($job, $pair, array_column($edits, 'id', 'id'));
                $title = self::title($job, $pair);
            }
        }

        return new ChangeSet(1 === \count($edits) ? $title : \sprintf('Paired %d devices', \count($edits)), $edits);
    }

    /**
     * @param array{string, string, string} $pair device, relation and partner
     * @param array<array-key, mixed> $taken by ids
     */
    public static function edit(Job $job, array $pair, array $taken = []): Edit
    {
        [$from, $coupling, $to] = $pair;
        $id = NewId::make(job: $job, list: 'pairings', name: $from.' '.$to, else: 'pairing', taken: $taken);

        return new Edit(Relation::class, $id, null, ['id' => $id, 'coupling' => $coupling, 'from' => $from, 'to' => $to]);
    }

    /** @param array{string, string, string} $pair device, relation and partner */
    public static function title(Job $job, array $pair): string
    {
        return \sprintf('Paired %s with %s', $job->nameOf($pair[0]), $job->nameOf($pair[2]));
    }

    private static function pair(string $device, string $type): string
    {
        return $device.self::BETWEEN.$type;
    }
}
