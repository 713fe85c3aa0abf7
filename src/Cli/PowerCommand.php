<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Power\PortPower;
use Vorhut\Core\Power\PowerPlan;
use Vorhut\Core\Power\SwitchPower;
use Vorhut\Core\Record\Json;

#[AsCommand(
    'power',
    'Calculates PoE for every port that powers a device, and for every switch',
    help: 'Exit code 0: it is enough, 1: somewhere it is not, 2: the file could not be read.',
),]
final class PowerCommand extends JobCommand
{
    protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        $plan = new PowerPlan($job);
        $asJson = true === $input->getOption('json');
        foreach ([...$plan->ports, ...$plan->switches] as $line) {
            $text = $line instanceof PortPower ? self::ofPort($line) : self::ofSwitch($line);
            $output->writeln($asJson ? Json::line($line) : $text, OutputInterface::OUTPUT_RAW);
        }
        if (!$asJson && [] === $plan->ports) {
            $output->writeln('No port of this plan powers a device: set the PoE class of ports, and the switch port of devices.');
        }
        $fails = array_filter([...$plan->ports, ...$plan->switches], static fn (PortPower|SwitchPower $l): bool => !$l->ok);

        return [] === $fails ? self::OK : self::FINDINGS;
    }

    private static function ofPort(PortPower $port): string
    {
        return \sprintf(
            '%-6s %-16s %-24s %5.1f W in, %5.1f W at the device, %5s V. %s',
            $port->ok ? 'ok' : 'SHORT',
            $port->switch.'/'.$port->port,
            $port->device.'/'.$port->interface,
            $port->portWatts ?? $port->classWatts,
            $port->drawWatts,
            null === $port->deviceVolts ? '-' : \sprintf('%.1f', $port->deviceVolts),
            $port->why,
        );
    }

    private static function ofSwitch(SwitchPower $switch): string
    {
        return \sprintf(
            '%-6s %-16s %.1f W drawn, %.1f W by PoE class, of %s.%s',
            $switch->ok ? 'ok' : 'SHORT',
            $switch->switch,
            $switch->byDrawWatts,
            $switch->byClassWatts,
            null === $switch->budgetWatts ? 'an unknown budget' : \sprintf('%.1f W', $switch->budgetWatts),
            [] === $switch->dropsFirst ? '' : \sprintf(' Port %s loses power first.', implode(', then ', $switch->dropsFirst)),
        );
    }
}
