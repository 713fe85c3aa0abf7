<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\Bench\FirstContactPlanner;
use Vorhut\Core\Bench\LaptopInterface;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;

#[AsCommand(
    'first-contact',
    'Shows how to reach a device in its factory state, and how to restore the laptop',
    help: "Describe the laptop's ports so that conflicts are found:\n  --laptop eth0=10.47.20.250/24 --laptop wlan0=192.0.2.17/24,wifi",
),]
final class FirstContactCommand extends JobCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addArgument('device', InputArgument::REQUIRED | InputArgument::IS_ARRAY, 'Device ids');
        $this->addOption(
            'laptop',
            null,
            InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY,
            'A port of the laptop and its addresses',
        );
    }

    protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        $laptop = array_map(LaptopInterface::fromString(...), self::texts($input->getOption('laptop')));
        $planner = new FirstContactPlanner($job, $laptop);
        foreach (self::texts($input->getArgument('device')) as $id) {
            $device = $job->devices[$id]
            ?? throw InvalidFile::at(
                'device',
                $id,
                'the id of a device in this job',
                'List them with: vorhut check, or look into the job file.',
            );
            $plan = $planner->plan($device);
            if (true === $input->getOption('json')) {
                $output->writeln(
                    Json::line([
                        'device' => $id,
                        'technique' => $plan->technique->value,
                        'why' => $plan->why,
                        'others' => $plan->others,
                        'laptop' => (object) $plan->laptop,
                        'unit' => (object) $plan->unit,
                        'order' => $plan->order,
                        'risks' => $plan->risks,
                        'wayBack' => $plan->wayBack,
                    ]),
                    OutputInterface::OUTPUT_RAW,
                );
                continue;
            }
            $output->writeln(
                [
                    $device->name,
                    str_repeat('=', mb_strlen($device->name)),
                    $plan->technique->title().'. '.$plan->why,
                    '',
                ],
                OutputInterface::OUTPUT_RAW,
            );
            self::values($output, 'On the laptop', $plan->laptop);
            self::values($output, 'On the device', $plan->unit);
            self::steps($output, 'Steps', $plan->order);
            self::steps($output, 'Warnings', array_map(static fn (array $risk): string => $risk['risk'].' '.$risk['do'], $plan->risks));
            self::steps($output, 'Restore the laptop', $plan->wayBack);
            if ([] !== $plan->others) {
                $output->writeln(
                    [
                        'Also possible: '
                        .implode('; ', array_map(static fn ($t): string => $t->title(), $plan->others))
                        .'.',
                        '',
                    ],
                    OutputInterface::OUTPUT_RAW,
                );
            }
        }

        return self::OK;
    }

    /** @param array<string, string> $values */
    private static function values(OutputInterface $output, string $title, array $values): void
    {
        if ([] === $values) {
            return;
        }
        $output->writeln($title);
        foreach ($values as $label => $value) {
            $output->writeln(\sprintf('  %-28s %s', $label, $value), OutputInterface::OUTPUT_RAW);
        }
        $output->writeln('');
    }

    /** @param list<string> $steps */
    private static function steps(OutputInterface $output, string $title, array $steps): void
    {
        if ([] === $steps) {
            return;
        }
        $output->writeln($title);
        foreach ($steps as $number => $step) {
            $output->writeln(\sprintf('  %d  %s', $number + 1, $step), OutputInterface::OUTPUT_RAW);
        }
        $output->writeln('');
    }

    /** @return list<string> */
    private static function texts(mixed $values): array
    {
        return array_values(array_filter(\is_array($values) ? $values : [], \is_string(...)));
    }
}
