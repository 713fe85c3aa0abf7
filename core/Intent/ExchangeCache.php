<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Verdict;

/** Single requests and their answers, of which pairs are made up; asked again they are not walked again. */
final class ExchangeCache
{
    /** @var array<string, Leaf> */
    private array $asked = [];

    public function __construct(
        public readonly Job $job,
        public readonly Exchange $exchange,
        public readonly PartyExpansion $parties,
    ) {}

    public static function sip(): Service
    {
        return new Service(Protocol::Udp, 5060, 5060);
    }

    public function ask(string $from, string $to, Service $service, string $title): Leaf
    {
        $key = $from.'>'.$to.' '.$service.' '.$title;

        return $this->asked[$key] ??= $this->freshlyAsked($from, $to, $service, $title);
    }

    private function freshlyAsked(string $from, string $to, Service $service, string $title): Leaf
    {
        $asker = $this->exchange->network->node($from);
        $target = $this->parties->addressOf($to, $from);
        if (null === $target || null === $asker?->firstAddress()) {
            $mute = null === $asker || null !== $target ? $from : $to;
            $cause = CauseRule::AddressMissing->at($mute, words: ['who' => $this->job->nameOf($mute)]);

            return new Leaf(title: $title, asker: $from, target: $target, service: $service, span: PairVerdict::CannotSend, cause: $cause);
        }
        $verdict = $this->exchange->ask($asker, $target, $service);
        $stranger = self::stranger($this->exchange->network, $to, $target, $verdict);

        return null === $stranger
            ? new Leaf(
                title: $title,
                asker: $from,
                target: $target,
                service: $service,
                span: PairVerdict::ofVerdict($verdict),
                cause: $verdict->cause,
            )
            : new Leaf(title: $title, asker: $from, target: $target, service: $service, span: PairVerdict::NotFound, cause: $stranger);
    }

    /** Where another unit has the address, too, and stands nearer: it gets what is meant for the party. */
    public static function stranger(Network $network, string $party, Ipv4Address $target, Verdict $verdict): ?Cause
    {
        $by = $network->node($verdict->by[0] ?? '');
        $meant = $network->node($party);
        if (null === $by || null === $meant || $by === $meant || !$by->table->owns($target->value)) {
            return null;
        }
        $values = ['address' => (string) $target, 'owners' => $by->id.', '.$meant->id];

        return CauseRule::AnotherAnswers->at($by->id, $values, ['who' => $by->name, 'other' => $meant->name]);
    }
}
