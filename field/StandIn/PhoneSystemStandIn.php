<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\ExtensionKind;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Profile\SipRole;
use Vorhut\Core\Voice\VoicePlan;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Lab\LabSwitching;
use Vorhut\Field\Sip\Call;
use Vorhut\Field\Sip\PhoneSystem;
use Vorhut\Field\Sip\SipUri;
use Vorhut\Field\Sip\UserAgent;
use Vorhut\Field\Voice\App;
use Vorhut\Field\Voice\AttendantApp;
use Vorhut\Field\Voice\FaxApp;
use Vorhut\Field\Voice\PagingApp;
use Vorhut\Field\Voice\QuietApp;

/** A phone system as the plan has it: what registers there, what answers there by itself, and the carriers of its trunks. */
final class PhoneSystemStandIn implements ServiceStandIn
{
    private ?PhoneSystem $system = null;

    /** @var list<UserAgent> */
    private array $agents = [];

    /** @param \Closure(): LabSip $lab the plan as it stands now */
    public function __construct(private readonly Job $job, private readonly Device $device, private readonly \Closure $lab) {}

    /** It listens on TCP as well, beside its UDP port. */
    public static function at(ServiceSite $site): ?self
    {
        return SipRole::Server === $site->profile->sipRole && $site->is(Protocol::Udp, LabSip::PORT)
            ? new self($site->lab->job, $site->device, static fn (): LabSip => $site->lab->sip)
            : null;
    }

    public function start(): void
    {
        $lab = ($this->lab)();
        $system = $this->system = $lab->phoneSystem($this->device, $this->lab);
        $system->start();
        foreach ($lab->ownNumbers($this->device) as $extension) {
            $max = ExtensionKind::Conference === $extension->kind ? $extension->sites ?? 1 : 60;
            $this->answer(system: $system, lab: $lab, number: $extension->number, app: $this->app($extension), max: $max);
        }
        if ($lab->hasMailboxes($this->device)) {
            $this->answer(system: $system, lab: $lab, number: LabSwitching::MAILBOX, app: new QuietApp(), max: 60);
        }
        foreach ($lab->carriers($this->device) as $address) {
            $carrier = $this->agents[] = $lab->carrier($this->device, $address, LabSip::PORT, $this->lab);
            $carrier->start();
        }
    }

    public function stop(): void
    {
        $this->system?->stop();
        foreach ($this->agents as $agent) {
            $agent->stop();
        }
        $this->agents = [];
    }

    private function answer(PhoneSystem $system, LabSip $lab, string $number, App $app, int $max): void
    {
        $agent = $this->agents[] = $lab->own($this->device, $number, $this->lab, $max);
        $agent->dialogs->onCall = static fn (Call $call) => $app->answered($agent, $call);
        $agent->dialogs->onEnd = static fn (Call $call) => $app->ended($agent, $call);
        $agent->start();
        $contact = $agent->dialogs->contact();
        $system->registrar->bind($number, SipUri::tryFrom($contact) ?? throw new \LogicException($contact));
    }

    private function app(Extension $extension): App
    {
        $plan = new VoicePlan($this->job);

        return match ($extension->kind) {
            ExtensionKind::Attendant => new AttendantApp(
                $extension->menu,
                static fn (string $digits): bool => $plan->goesOn($digits) || null !== $plan->extension($digits),
            ),
            ExtensionKind::Paging => new PagingApp(
                $extension->members,
                fn (): array => ($this->lab)()->announcements($this->device, $extension),
            ),
            ExtensionKind::Fax => new FaxApp(),
            default => new QuietApp(),
        };
    }
}
