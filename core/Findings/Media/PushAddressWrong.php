<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Media;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Media\PushAddress;

/** An address that a stream is pushed to must be right in each of its parts. */
#[About('push-address-wrong', 'stream URL', Section::Media)]
final class PushAddressWrong extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->streams() as $stream) {
            foreach ('' === $stream->address ? [] : PushAddress::parts($stream->address) as $part) {
                if ('' === $part['wrong']) {
                    continue;
                }
                yield $this->found(
                    severity: Severity::Error,
                    title: '' === $part['given']
                        ? \sprintf('The stream URL of %s has no %s', $stream->device->name, $part['part'])
                        : \sprintf('The stream URL of %s has the %s "%s"', $stream->device->name, $part['part'], $part['given']),
                    why: 'The encoder shows that it is sending, and nothing arrives.',
                    devices: [$stream->device->id],
                    advice: \sprintf('Correct the %s; allowed: %s.', $part['part'], $part['wrong']),
                    value: $part['part'],
                );
            }
        }
    }
}
