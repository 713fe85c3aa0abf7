<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Ask\AskItem;
use Vorhut\Core\Ask\AskSheet;
use Vorhut\Core\Ask\AskText;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\Setting\OutsideSource;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Setting\Settings;

#[AsCommand(
    'ask',
    'Lists the questions to others that block work: to whom, for which devices, why, by when',
    help: 'With --json one question a line. Exit code 0: everything is answered, 1: questions are open, 2: the file could not be read.',
),]
final class AskCommand extends JobCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addOption('of', null, InputOption::VALUE_REQUIRED, 'Only the questions to one of '.self::all());
        $this->addOption('open', null, InputOption::VALUE_NONE, 'Only open questions');
    }

    protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        $sheet = AskSheet::fromContext(new AskContext(new Settings($job), new Prover($job)));
        $of = $input->getOption('of');
        if (null !== $of) {
            $sheet = $sheet->to(self::who(\is_string($of) ? $of : ''));
        }
        $sheet = true === $input->getOption('open') ? $sheet->those(static fn (AskItem $i): bool => $i->isOpen()) : $sheet;
        if (true === $input->getOption('json')) {
            foreach ($sheet->items as $item) {
                $output->writeln(Json::line(self::record($sheet, $item)), OutputInterface::OUTPUT_RAW);
            }
        } else {
            $output->write(AskText::write($sheet, $job->info), false, OutputInterface::OUTPUT_RAW);
        }

        return [] === $sheet->open() ? self::OK : self::FINDINGS;
    }

    private static function who(string $of): OutsideSource
    {
        return OutsideSource::tryFrom($of) ?? throw new InvalidValue($of, 'one of '.self::all(), 'Such as --of network.');
    }

    private static function all(): string
    {
        return implode(', ', array_column(OutsideSource::cases(), 'value'));
    }

    /** @return array<string, mixed> */
    private static function record(AskSheet $sheet, AskItem $item): array
    {
        return [
            'id' => $item->id,
            'who' => $item->who->value,
            'about' => $item->block,
            'what' => $item->what,
            'units' => array_map(static fn (Device $d): string => $d->id, $item->units),
            'form' => $item->form,
            'ours' => $item->ours,
            'why' => $item->why,
            'blocks' => $item->blocks,
            'neededBy' => $sheet->neededBy,
            'answer' => $item->isOpen() ? null : $item->answer,
            'by' => $item->by,
            'on' => $item->on,
        ];
    }
}
