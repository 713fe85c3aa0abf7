<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Voice;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\ExtensionKind;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Relation;
use Vorhut\Core\Profile\Port;
use Vorhut\Core\Profile\PortKind;
use Vorhut\Core\Voice\Sockets;

/** A plain telephone registers nowhere: its number belongs to the socket that it is connected to. */
#[About('plain-phone-number', 'extension of an analogue phone', Section::Voice)]
final class PlainPhoneNumber extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->extensions as $extension) {
            $phone = $plan->job->devices[$extension->device ?? ''] ?? null;
            if (ExtensionKind::Sip === $extension->kind && null !== $phone && !$plan->job->profileOf($phone)->isNetworked()) {
                yield $this->finding($plan->job, $extension, $phone);
            }
        }
    }

    private function finding(Job $job, Extension $extension, Device $phone): Finding
    {
        $host = self::host($job, $phone);
        $port = null === $host ? null : self::socket($job, $phone, $host);
        $edit = null === $host || null === $port ? null : $job->edit(Extension::class, $extension->number, [
            'kind' => ExtensionKind::Analogue->value,
            'device' => $host->id,
            'port' => $port,
        ]);

        return $this->found(
            Severity::Error,
            title: \sprintf('Extension %s belongs to %s, which cannot register', $extension->number, $phone->name),
            why: 'An analogue telephone has no SIP: the device with its socket has.',
            devices: [$phone->id],
            advice: null === $host
                ? \sprintf('Enter in Pairings what %s is connected to, and assign the extension to that socket.', $phone->name)
                : \sprintf(
                    'Assign extension %s to %s of %s.',
                    $extension->number,
                    null === $port ? 'a free socket' : 'socket '.$port,
                    $host->name,
                ),
            change: null === $edit ? null : new ChangeSet(
                \sprintf('Assigned extension %s to %s', $extension->number, $host->name),
                [$edit],
            ),
            value: $extension->number,
            records: [['extensions', $extension->number]],
        );
    }

    /** The unit with sockets for telephones that it is connected to. */
    private static function host(Job $job, Device $phone): ?Device
    {
        foreach ($job->all(Relation::class) as $pairing) {
            $host = $pairing->from === $phone->id ? $job->devices[$pairing->to] ?? null : null;
            if (null !== $host && [] !== self::lines($job, $host)) {
                return $host;
            }
        }

        return null;
    }

    /** The socket that is said, else the first free one; null where none is free. */
    private static function socket(Job $job, Device $phone, Device $host): ?string
    {
        $taken = [];
        foreach (Sockets::uses($job) as $use) {
            $taken[] = $use->device?->id === $host->id ? $use->port : null;
        }
        foreach ($job->all(Relation::class) as $pairing) {
            if ($pairing->from === $phone->id && $pairing->to === $host->id && null !== $pairing->toPort) {
                return $pairing->toPort;
            }
            $taken[] = $pairing->to === $host->id ? $pairing->toPort : null;
        }

        return array_values(array_diff(self::lines($job, $host), array_filter($taken, \is_string(...))))[0] ?? null;
    }

    /** @return list<string> */
    private static function lines(Job $job, Device $host): array
    {
        $lines = array_filter($job->profileOf($host)->ports, static fn (Port $p): bool => PortKind::PhoneLine === $p->kind);

        return array_values(array_map(static fn (Port $p): string => $p->id, $lines));
    }
}
