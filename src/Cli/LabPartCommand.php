<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Revolt\EventLoop;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\Json;
use Vorhut\Field\Lab\LabBlocks;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Net\Turn;
use Vorhut\Field\Rtp\Faults;
use Vorhut\Field\StandIn\Lab;
use Vorhut\Field\StandIn\LabPart;

/** A part of a large lab: takes its plan as a line on standard input, says what runs, and ends when its parent does. */
#[AsCommand('lab-part', 'A part of a lab, started by the lab itself', hidden: true)]
final class LabPartCommand extends Command
{
    /** Starts such a process. */
    public static function start(Job $job, LabBlocks $blocks, int $part, int $parts, ?Faults $faults): LabPart
    {
        $plan = [
            'job' => JobFile::write($job),
            'blocks' => $blocks->keep(),
            'part' => $part,
            'parts' => $parts,
            'faults' => [$faults->lossPercent ?? 0, $faults->jitterMs ?? 0],
        ];

        return new LabPart([\PHP_BINARY, \dirname(__DIR__, 2).'/bin/vorhut', 'lab-part'], Json::line($plan));
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $plan = Json::object((string) fgets(\STDIN));
        ['job' => $text, 'part' => $part, 'parts' => $parts] = $plan;
        \assert(\is_string($text) && \is_int($part) && \is_int($parts));
        $job = JobFile::read($text, ShippedProfiles::load());
        $faults = array_map(static fn (mixed $f): float => is_numeric($f) ? (float) $f : 0.0, (array) $plan['faults']);
        $blocks = LabBlocks::kept((array) $plan['blocks']);
        $lab = new Lab(
            job: $job,
            ports: LabPorts::ofThisUser(),
            renderer: UnitFiles::make(),
            blocks: $blocks,
            part: $part,
            parts: $parts,
            faults: new Faults(...array_values($faults)),
        );
        $output->writeln(
            Json::line(['running' => $lab->running(), 'failed' => (object) $lab->failed()]),
            OutputInterface::OUTPUT_RAW,
        );
        Turn::guardLoop();
        $end = EventLoop::getSuspension();
        stream_set_blocking(\STDIN, false);
        $watch = EventLoop::onReadable(\STDIN, static function () use ($end): void {
            fread(\STDIN, 8192);
            if (feof(\STDIN)) {
                $end->resume();
            }
        });
        // A key that ends the parent ends it in its own time, by closing the line.
        EventLoop::onSignal(\SIGINT, static function (): void {});
        $end->suspend();
        EventLoop::cancel($watch);
        $lab->stop();

        return self::SUCCESS;
    }
}
