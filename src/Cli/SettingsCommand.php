<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Setting\OriginLink;
use Vorhut\Core\Setting\Settings;
use Vorhut\Core\Setting\SettingValue;

#[AsCommand(
    'settings',
    'Lists the planned settings of a device, and their sources',
    help: 'Exit code 0: all set, 1: some not set or not allowed, 2: the file could not be read.',
),]
final class SettingsCommand extends DeviceCommand
{
    protected function tell(Job $job, Device $device, InputInterface $input, OutputInterface $output): int
    {
        $settings = new Settings($job);
        $values = $settings->values($device);
        $isJson = true === $input->getOption('json');
        $records = $lines = [];
        $isSettled = true;
        foreach ($values as $value) {
            $chain = array_values(array_filter(
                $settings->chain($device, $value->setting),
                static fn (OriginLink $l): bool => null !== $l->value,
            ));
            $refused = array_filter($chain, static fn (OriginLink $l): bool => null !== $l->refused);
            $isSettled = $isSettled && !$value->isDue() && [] === $refused;
            $records[] = self::record($value, $chain);
            array_push($lines, ...self::line($value, $chain));
        }
        $output->writeln(
            $isJson ? Json::line(['device' => $device->id, 'settings' => $records]) : $lines,
            OutputInterface::OUTPUT_RAW,
        );

        return $isSettled ? self::OK : self::FINDINGS;
    }

    /**
     * @param list<OriginLink> $chain
     *
     * @return array<string, mixed>
     */
    private static function record(SettingValue $value, array $chain): array
    {
        return [
            'setting' => $value->setting->id,
            'label' => $value->setting->name,
            'value' => $value->value(),
            'origin' => $value->origin()->value,
            'chain' => array_map(
                static fn (OriginLink $l): array => [
                    'origin' => $l->origin->value,
                    'value' => $l->value,
                    'said' => $l->said,
                    'allowed' => $l->refused,
                ],
                $chain,
            ),
        ];
    }

    /**
     * @param list<OriginLink> $chain
     *
     * @return list<string>
     */
    private static function line(SettingValue $value, array $chain): array
    {
        $lines = [\sprintf('%-26s %-34s %s', $value->setting->name, $value->isOpen() ? '-' : $value->shown(), $value->origin()->label())];
        if ($value->isDue() && null !== $value->setting->ask) {
            $lines[] = \sprintf('%26s ask %s', '', $value->setting->ask->label());
        }
        foreach ($chain as $link) {
            if (null !== $link->refused) {
                $lines[] = \sprintf('%26s %s is refused; allowed is %s', '', Allowed::text($link->value), $link->refused);
            }
        }
        $others = array_filter($chain, static fn (OriginLink $l): bool => $l->gives() && $l !== $value->from);
        foreach (\count($chain) > 1 ? $others : [] as $link) {
            if ($link->origin !== $value->origin()) {
                $lines[] = \sprintf('%26s else %s, %s', '', Allowed::shown($value->setting, $link->value), $link->origin->label());
            }
        }

        return $lines;
    }
}
