<?php

declare(strict_types=1);

namespace Vorhut\Core\Planning;

use Vorhut\Core\Convention\AddressingConvention;
use Vorhut\Core\Job\AddressMode;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;

/** Addresses proposed for a job; nothing is changed until the change set is applied. */
final readonly class PlanProposal
{
    /**
     * @param list<ProposedAddress> $addresses
     * @param list<Unplaced> $unplaced
     */
    public function __construct(public array $addresses, public array $unplaced) {}

    /** @param list<string>|null $devices only these */
    public function changeSet(Job $job, ?array $devices = null): ChangeSet
    {
        $edits = [];
        $changed = $job;
        foreach ($this->addresses as $proposed) {
            if (null !== $devices && !\in_array($proposed->device, $devices, true)) {
                continue;
            }
            $values = ['address' => (string) $proposed->address];
            if (AddressingConvention::Reservations === $job->info->schools->addressing) {
                $values['mode'] = AddressMode::Reserved->value;
            }
            if (null !== $proposed->gateway) {
                $values['gateway'] = (string) $proposed->gateway;
            }
            $edit = $changed->editInterface(Device::class, $proposed->device, $proposed->interface, $values);
            if (isset($edits[$proposed->device])) {
                // A second interface of the same device: keep one edit from the first state to the last.
                $edit = new Edit($edit->type, $edit->id, $edits[$proposed->device]->before, $edit->after);
            }
            $edits[$proposed->device] = $edit;
            if (\count($job->devices[$proposed->device]->interfaces) > 1) {
                $changed = $changed->with(new ChangeSet('', [$edit]));
            }
        }

        return new ChangeSet(
            1 === \count($edits)
                ? 'Assigned one address'
                : \sprintf('Assigned %d addresses', \count($edits)),
            array_values($edits),
        );
    }
}
