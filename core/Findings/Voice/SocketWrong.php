<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Voice;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Voice\Sockets;
use Vorhut\Core\Voice\SocketUse;

/** An analogue phone or line needs a socket of its own, with the right module behind it. */
#[About('socket-wrong', 'telephone socket', Section::Voice)]
final class SocketWrong extends Rule
{
    public function check(Plan $plan): iterable
    {
        $taken = [];
        foreach (Sockets::uses($plan->job) as $use) {
            $fault = Sockets::fault($plan->job, $use);
            if (null !== $fault) {
                yield $this->finding($use, $fault);
            }
            $key = ($use->device->id ?? '').' '.$use->port;
            if (null === $fault && isset($taken[$key])) {
                yield $this->finding($use, \sprintf('is also used by %s', $taken[$key]));
            }
            $taken[$key] ??= $use->name;
        }
    }

    private function finding(SocketUse $use, string $fault): Finding
    {
        return $this->found(
            severity: Severity::Error,
            title: \sprintf('%s: %s %s', $use->name, null === $use->port ? 'its socket' : 'socket '.$use->port, $fault),
            why: 'The line is dead.',
            devices: null === $use->device ? [] : [$use->device->id],
            advice: 'Set a free socket, or plan the module that it needs.',
            value: $use->list.' '.$use->id,
            records: [[$use->list, $use->id]],
        );
    }
}
