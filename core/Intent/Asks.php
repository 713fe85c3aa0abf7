<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Walk\Exchange;

/** Single requests and their answers, of which pairs are made up; asked again they are not walked again. */
final class Asks
{
    /** @var array<string, Leaf> */
    private array $asked = [];

    public function __construct(
        public readonly Job $job,
        public readonly Exchange $exchange,
        public readonly Parties $parties,
    ) {
    }

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

            return new Leaf($title, $from, $target, $service, Span::CannotSend, $cause);
        }
        $verdict = $this->exchange->ask($asker, $target, $service);

        return new Leaf($title, $from, $target, $service, Span::ofVerdict($verdict), $verdict->cause);
    }
}
