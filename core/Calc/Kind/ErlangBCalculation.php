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
        return new CalculationAbout('erlang-b', 'Channels for the busy hour', 'Erlang B, ITU-T E.501 and E.520', [
            Input::number('traffic', 'erlang', 'traffic of the busy hour, or else callsPerHour with holdSeconds', 0, 50000),
            Input::number('callsPerHour', 'calls/h', 'calls that are tried in the busy hour', 0, 10000000),
            Input::number('holdSeconds', 's', 'how long a call takes', 0, 86400),
            Input::whole('channels', 'channels', 'those there are, or else loss', 0, 100000),
            Input::number('loss', 'share', 'of calls that may find all busy, when channels are asked for', 1e-9, 0.999999, 0.01),
        ], ['traffic' => 'erlang', 'channels' => 'channels', 'loss' => 'share']);
    }

    public function of(Inputs $inputs): array
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
