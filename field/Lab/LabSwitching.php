<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\NumberHeader;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Voice\Dialled;
use Vorhut\Core\Voice\Dialler;
use Vorhut\Core\Voice\DialQuery;
use Vorhut\Core\Voice\DialVerdict;
use Vorhut\Core\Voice\RingPlan;
use Vorhut\Core\Voice\RingStage;
use Vorhut\Core\Voice\VoicePlan;
use Vorhut\Field\Sip\Attempt;
use Vorhut\Field\Sip\Decision;
use Vorhut\Field\Sip\SipMessage;
use Vorhut\Field\Sip\SipUri;
use Vorhut\Field\Sip\Switching;

/** Switches calls as the plan says they go on paper: in open hours, and never to a number for help. */
final readonly class LabSwitching implements Switching
{
    public const MAILBOX = 'mailbox';
    private const NEVER = 'Numbers For Help Are Never Dialled To Try Them';

    private Dialler $dialler;
    private RingPlan $rings;

    /** @param array<string, string> $carriers address by trunk */
    public function __construct(private VoicePlan $plan, private array $carriers)
    {
        $this->dialler = new Dialler($plan);
        $this->rings = new RingPlan($plan);
    }

    public function isTrunk(string $host): bool
    {
        return \in_array($host, $this->carriers, true);
    }

    public function decide(SipMessage $invite, SipUri $target, ?string $caller, string $host): Decision
    {
        try {
            $dialled = null === $caller
                ? $this->dialler->dial($this->comesIn($invite, $target, $host))
                : $this->dialler->dial(DialQuery::from($caller, $target->user));
        } catch (InvalidValue) {
            return Decision::refuse(404, 'Not Found');
        }
        $isHelp = null !== $caller && $this->plan->asksForHelp($target->user);
        if ($isHelp || null !== $this->plan->emergency($dialled->digits)) {
            return Decision::refuse(403, self::NEVER);
        }

        return null === $dialled->to ? self::refused($dialled) : Decision::ring(array_values(array_filter(array_map(
            fn (RingStage $stage): ?Attempt => $this->attempt($stage, $dialled),
            $this->rings->inOrder($dialled),
        ))));
    }

    /** @throws InvalidValue for what is no number */
    private function comesIn(SipMessage $invite, SipUri $target, string $host): DialQuery
    {
        $id = (string) array_search($host, $this->carriers, true);
        $trunk = $this->plan->trunks[$id];
        $number = match ($trunk->header()) {
            NumberHeader::Request => $target->user,
            NumberHeader::To => SipUri::tryFrom((string) $invite->first('To'))->user ?? '',
            NumberHeader::Diversion => SipUri::tryFrom((string) $invite->first('Diversion'))->user ?? self::own($trunk),
        };

        return DialQuery::by($id, $number);
    }

    private static function own(Trunk $trunk): string
    {
        return ltrim((string) $trunk->number, '+');
    }

    private function attempt(RingStage $stage, Dialled $dialled): ?Attempt
    {
        if (null !== $stage->mailbox) {
            return new Attempt([self::MAILBOX], $stage->seconds);
        }
        if (null === $stage->trunk) {
            return new Attempt($stage->numbers, $stage->seconds);
        }
        $address = $this->carriers[$stage->trunk] ?? null;

        return null === $address ? null : new Attempt([], $stage->seconds, new SipUri($dialled->digits, $address));
    }

    private static function refused(Dialled $dialled): Decision
    {
        return match ($dialled->verdict) {
            DialVerdict::NotAllowed => Decision::refuse(403, 'Forbidden'),
            DialVerdict::Closed => Decision::refuse(480, 'Temporarily Unavailable'),
            DialVerdict::NoTrunk => Decision::refuse(503, 'Service Unavailable'),
            default => Decision::refuse(404, 'Not Found'),
        };
    }
}
