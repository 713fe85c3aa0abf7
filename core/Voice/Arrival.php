<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Job\CallTarget;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\ExtensionKind;

/** What happens at the number that a call has come to: it rings, a menu speaks, or it is passed on to somewhere else. */
final class Arrival
{
    private const MAX = 8;

    /** @var array<array-key, string|null> by number */
    private array $missing = [];

    public function __construct(private readonly VoicePlan $plan, private readonly ?Registrations $registrations) {}

    public function by(CallTarget $target): Arrived
    {
        $extension = $this->plan->extension($target->number);

        return null === $extension
            ? new Arrived(null, DialVerdict::NoRoute, \sprintf('No extension has the number %s.', $target->number))
            : $this->at($extension);
    }

    /** @param list<string> $path numbers that passed the call on */
    public function at(Extension $extension, array $path = []): Arrived
    {
        $path[] = $extension->number;
        $to = new DialEnd(self::end($extension), $extension->number);
        $missing = $this->whyNotAnswered($extension);
        if (null === $missing) {
            return new Arrived($to, DialVerdict::Routed, $this->words($extension), $path);
        }
        $next = null === $extension->otherwise ? null : $this->plan->extension($extension->otherwise->number);
        if (null !== $next && !\in_array($next->number, $path, true) && \count($path) < self::MAX) {
            $end = $this->at($next, $path);

            return new Arrived($end->to, $end->verdict, $missing.' The call continues. '.$end->why, $end->path);
        }
        if ($extension->mailbox) {
            $mailbox = new DialEnd(ExtensionKind::Voicemail->value, $extension->number);

            return new Arrived($mailbox, DialVerdict::Voicemail, $missing.' Its mailbox answers.', $path);
        }
        if ($this->isUnassigned($extension)) {
            return new Arrived($to, DialVerdict::Routed, $missing, $path);
        }

        return new Arrived($to, DialVerdict::NotRegistered, $missing, $path);
    }

    /** Why the unit of an extension cannot register; null where it can, or where none is planned. */
    public function whyNotRegistered(Extension $extension): ?string
    {
        if (null === $this->registrations || null === $extension->device || !$extension->isOfUnit()) {
            return null;
        }
        if (!\array_key_exists($extension->number, $this->missing)) {
            $this->missing[$extension->number] = $this->registrations->whyNot($extension);
        }

        return $this->missing[$extension->number];
    }

    private function whyNotAnswered(Extension $extension): ?string
    {
        if ($this->isUnassigned($extension)) {
            return \sprintf('%s has no device.', self::called($extension));
        }
        if (ExtensionKind::Group !== $extension->kind || [] === $extension->members) {
            return $this->whyNotRegistered($extension);
        }
        $missing = null;
        foreach ($extension->members as $number) {
            $member = $this->plan->extension($number);
            $missing = null === $member ? null : $this->whyNotRegistered($member);
            if (null !== $member && null === $missing) {
                return null;
            }
        }

        return \sprintf('No member of %s can be reached. %s', self::called($extension), $missing);
    }

    private function isUnassigned(Extension $extension): bool
    {
        return ExtensionKind::Sip === $extension->kind && null === $extension->device;
    }

    private function words(Extension $extension): string
    {
        $name = self::called($extension);

        return match ($extension->kind) {
            ExtensionKind::Group => \sprintf('%s rings: %s.', $name, implode(', ', $extension->members)),
            ExtensionKind::Attendant => \sprintf('%s answers with its menu.', $name),
            ExtensionKind::Voicemail => \sprintf('%s records messages.', $name),
            ExtensionKind::Paging => \sprintf('%s is announced to.', $name),
            ExtensionKind::Conference => \sprintf('%s admits the caller.', $name),
            default => \sprintf('%s rings.', $name),
        };
    }

    private static function called(Extension $extension): string
    {
        return $extension->name === $extension->number ? $extension->number : \sprintf('%s (%s)', $extension->name, $extension->number);
    }

    private static function end(Extension $extension): string
    {
        return match ($extension->kind) {
            ExtensionKind::Sip, ExtensionKind::Analogue => 'extension',
            default => $extension->kind->value,
        };
    }
}
