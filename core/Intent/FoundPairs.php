<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Profile\FindMethod;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Find\Discovery;
use Vorhut\Core\Reach\Walk\Exchange;

/** Whether a station finds a unit, judged by every method both speak. */
final class FoundPairs
{
    private readonly Discovery $discovery;

    public function __construct(private readonly Job $job, Exchange $exchange, private readonly PartyExpansion $parties)
    {
        $this->discovery = new Discovery($job, $exchange);
    }

    public function predict(Pair $pair): PairPrediction
    {
        $station = $this->parties->device($pair->from);
        $unit = $this->parties->device($pair->to);
        $address = $this->parties->addressOf($pair->to, $pair->from);
        if (null === $station || null === $unit) {
            return PairPrediction::impossible($pair, CauseRule::NotADevice->at($pair->from, words: ['what' => 'Discovery']));
        }
        if (null === $address) {
            return PairPrediction::impossible($pair, CauseRule::AddressMissing->at($unit->id, words: ['who' => $unit->name]));
        }
        $results = $this->discovery->find($station, $unit, $address);
        if ([] === $results) {
            $words = ['who' => $station->name, 'other' => $unit->name];

            return PairPrediction::impossible($pair, CauseRule::NoCommonMethod->at($station->id, words: $words));
        }
        $works = null;
        foreach ($results as $result) {
            $works = null === $works || ($works->fades && !$result->fades) ? ($result->works ? $result : $works) : $works;
        }
        $leaves = [];
        foreach ($results as $result) {
            $service = new Service($result->finder->protocol, $result->finder->port, $result->finder->port);
            $span = match (true) {
                $result->works => $result->fades ? PairVerdict::Fades : PairVerdict::Through,
                null === $result->verdict => PairVerdict::NotFound,
                default => PairVerdict::ofVerdict($result->verdict),
            };
            $leaves[] = new Leaf(
                title: $result->finder->method->label(),
                asker: $station->id,
                target: null === $result->verdict ? null : $address,
                service: $service,
                span: $span,
                cause: $result->cause,
                decides: null === $works || $result === $works,
                listener: null === $result->verdict ? $unit->id : null,
            );
        }
        if (null !== $works) {
            $hears = $works->finder->method->isAnnounced() ? $station : $unit;
            $cause = $works->fades ? OneWayMedia::fading($this->job, $hears, $works->finder->method->group()) : null;

            return new PairPrediction(
                pair: $pair,
                span: $works->fades ? PairVerdict::Fades : PairVerdict::Through,
                cause: $cause,
                how: $works->finder->method->label(),
                leaves: $leaves,
            );
        }
        // The method that got furthest is the one worth mending: one that was tried over the network before one that stays at home.
        $furthest = $leaves[0];
        foreach ($leaves as $leaf) {
            if (null === $furthest->target && (null !== $leaf->target || CauseRule::NotInList === $leaf->cause?->rule)) {
                $furthest = $leaf;
            }
        }

        return new PairPrediction(pair: $pair, span: $furthest->span, cause: $furthest->cause, how: $furthest->title, leaves: $leaves);
    }

    /**
     * A station's list tells apart units that the network does not.
     *
     * @param non-empty-list<string> $to
     *
     * @return array<string, non-empty-list<string>>
     */
    public function apart(Intent $intent, string $from, array $to): array
    {
        $station = Kinds::kindOf($intent)->isByList() ? $this->parties->device($from) : null;
        if (null === $station) {
            return ['' => $to];
        }
        $lists = [];
        foreach ($this->job->profileOf($station)->finds as $finder) {
            if (FindMethod::UnicastList === $finder->method) {
                $lists[] = $finder->listSetting;
            }
        }
        $parts = [];
        foreach ($to as $id) {
            $address = $this->parties->addressOf($id, $from);
            $part = '';
            foreach ($lists as $setting) {
                $part .= null !== $address && $this->discovery->lists->hold($station, $setting, $address) ? '1' : '0';
            }
            $parts['l'.$part][] = $id;
        }

        return $parts;
    }
}
