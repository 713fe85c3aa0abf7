<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Doctrine\ORM\EntityManagerInterface;
use Vorhut\App\Entity\ImportRun;
use Vorhut\App\Entity\Run;
use Vorhut\App\Plan\JobEditor;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Plan\JobStore;
use Vorhut\App\Plan\PlanReader;
use Vorhut\App\Runs\Runner;
use Vorhut\App\Runs\Runs;
use Vorhut\App\Runs\RunStopped;
use Vorhut\Core\Exchange\DeviceImporter;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Profile\ProfileLibrary;

/** A job file becomes a new job; a device list goes into the job it was given for. Delivered twice, it starts afresh. */
final readonly class ImportRunner implements Runner
{
    public function __construct(
        private EntityManagerInterface $em,
        private Runs $runs,
        private JobStore $store,
        private JobEditor $editor,
        private JobReading $reading,
        private PlanReader $plans,
        private ProfileLibrary $library,
    ) {}

    public function does(Run $run): bool
    {
        return $run instanceof ImportRun;
    }

    public function do(Run $run): void
    {
        \assert($run instanceof ImportRun);
        $message = $run->isDeviceList() ? $this->devices($run) : $this->jobFile($run);
        $run->dropContent();
        $run->finish($message);
    }

    public function cleanUp(Run $run): void
    {
        $left = $run->findJob();
        if ($run instanceof ImportRun && !$run->isDeviceList() && null !== $left) {
            $run->attachTo(null);
            $this->em->flush();
            $this->store->remove($left);
        }
    }

    private function jobFile(ImportRun $run): string
    {
        $job = JobFile::read($run->getContent(), $this->library);
        $this->cleanUp($run);
        $stored = $this->store->reserve($job);
        $stored->setReady(false);
        $run->attachTo($stored);
        $this->runs->tell($run);
        $progress = function (int $done, int $total) use ($run): void {
            $run->progress($done, $total);
            if (!$this->runs->tell($run)) {
                throw new RunStopped();
            }
        };
        $this->store->create($job, $run->getUser(), $progress, $stored);
        $this->reading->digest($stored);
        $this->plans->share($stored);

        return \sprintf('%s is imported, with %d devices.', $job->info->name, \count($job->devices));
    }

    private function devices(ImportRun $run): string
    {
        $stored = $run->getJob();
        $context = $this->reading->context($stored);
        $import = (new DeviceImporter($context->job))->read($run->getContent(), $run->getOrders());
        $this->editor->apply($stored, $import->changeSet(), $run->getUser(), $run->getSeen());
        $counts = [\count($import->added()), \count($import->changed()), \count($import->errors)];

        return \sprintf('%d new, %d changed, %d rows refused.', ...$counts);
    }
}
