<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc\Kind;

use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\CalculationAbout;
use Vorhut\Core\Calc\Input;
use Vorhut\Core\Calc\Inputs;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Voice\ErlangB as Formula;

/** Channels for the traffic of the busy hour, or the loss with those there are. */
final class ErlangBCalculation implements Calculation
{
    public function about(): CalculationAbout
    {
        return new CalculationAbout(
            id: 'erlang-b',
            name: 'Channels for the busy hour',
            standard: 'Erlang B, ITU-T E.501 and E.520',
            inputs: [
                Input::number(
                    name: 'traffic',
                    unit: 'erlang',
                    says: 'traffic of the busy hour, or else callsPerHour with holdSeconds',
                    min: 0,
                    max: 50000,
                ),
                Input::number(name: 'callsPerHour', unit: 'calls/h', says: 'calls that are tried in the busy hour', min: 0, max: 10000000),
                Input::number(name: 'holdSeconds', unit: 's', says: 'how long a call takes', min: 0, max: 86400),
                Input::whole(name: 'channels', unit: 'channels', says: 'those there are, or else loss', min: 0, max: 100000),
                Input::number(
                    name: 'loss',
                    unit: 'share',
                    says: 'of calls that may find all busy, when channels are asked for',
                    min: 1e-9,
                    max: 0.999999,
                    default: 0.01,
                ),
            ],
            outputs: ['traffic' => 'erlang', 'channels' => 'channels', 'loss' => 'share'],
        );
    }

    public function results(Inputs $inputs): array
    {
        $isTraffic = $inputs->either('traffic', 'callsPerHour');
        $inputs->either('traffic', 'holdSeconds');
        $traffic = $isTraffic
            ? $inputs->number('traffic')
            : Formula::traffic($inputs->number('callsPerHour'), $inputs->number('holdSeconds'));
        if ($traffic > 50000) {
            throw new InvalidValue((string) $traffic, 'at most 50,000 erlang', 'Part the calls among several groups.');
        }
        $channels = $inputs->either('channels', 'loss') ? $inputs->whole('channels') : Formula::channels($traffic, $inputs->number('loss'));

        return ['traffic' => $traffic, 'channels' => $channels, 'loss' => Formula::loss($traffic, $channels)];
    }
}
