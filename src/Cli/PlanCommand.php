<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Helper\Table;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Planning\AddressPlanner;
use Vorhut\Core\Planning\BlockBy;
use Vorhut\Core\Planning\PlanRequest;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;

#[AsCommand(
    'plan',
    'Proposes an address for every interface that needs one',
    help: 'Existing addresses never change. With --write the job file is rewritten with the proposed '
        .'addresses. Exit code 1: no address for some interface.',
),]
final class PlanCommand extends JobCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addOption('by', null, InputOption::VALUE_REQUIRED, 'Group addresses by: kind or location', 'kind');
        $this->addOption('write', null, InputOption::VALUE_NONE, 'Write the addresses into the job file');
    }

    protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        $given = $input->getOption('by');
        $by = \is_string($given) ? BlockBy::tryFrom($given) : null;
        if (null === $by) {
            throw new InvalidValue(\is_string($given) ? $given : '', 'kind or location', 'Such as --by=location.');
        }
        $proposal = AddressPlanner::propose($job, new PlanRequest($by));
        if (true === $input->getOption('json')) {
            foreach ($proposal->addresses as $p) {
                $output->writeln(
                    Json::line([
                        'device' => $p->device,
                        'interface' => $p->interface,
                        'segment' => $p->segment,
                        'address' => (string) $p->address,
                        'gateway' => null === $p->gateway ? null : (string) $p->gateway,
                        'reason' => $p->reason,
                    ]),
                    OutputInterface::OUTPUT_RAW,
                );
            }
            foreach ($proposal->unplaced as $u) {
                $output->writeln(
                    Json::line([
                        'device' => $u->device,
                        'interface' => $u->interface,
                        'address' => null,
                        'reason' => $u->reason,
                    ]),
                    OutputInterface::OUTPUT_RAW,
                );
            }
        } else {
            $table = new Table($output);
            $table->setStyle('compact')->setHeaders(['Device', 'Address', 'Gateway', 'Reason']);
            foreach ($proposal->addresses as $p) {
                $table->addRow([$job->nameOf($p->device), (string) $p->address, (string) $p->gateway, $p->reason]);
            }
            foreach ($proposal->unplaced as $u) {
                $table->addRow([$job->nameOf($u->device), 'none', '', $u->reason]);
            }
            $table->render();
            $output->writeln(\sprintf("\n%d proposed, %d without an address.", \count($proposal->addresses), \count($proposal->unplaced)));
        }
        $file = $input->getArgument('job');
        if (true === $input->getOption('write')) {
            if (!\is_string($file) || '-' === $file) {
                throw InvalidFile::at(path: '--write', given: '-', allowed: 'a job file', advice: 'Standard input cannot be written back.');
            }
            if (false === file_put_contents($file, JobFile::write($job->with($proposal->changeSet($job))))) {
                throw InvalidFile::at('--write', $file, 'a file that may be written', 'Check the rights of the folder.');
            }
        }

        return [] === $proposal->unplaced ? self::OK : self::FINDINGS;
    }
}
