<?php

declare(strict_types=1);

namespace Vorhut\App\MessageHandler;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Vorhut\App\Entity\ImportRun;
use Vorhut\App\Message\RunImport;
use Vorhut\App\Plan\EditConflict;
use Vorhut\App\Plan\JobEditor;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Plan\JobStore;
use Vorhut\Core\JobFile\DeviceImporter;
use Vorhut\Core\JobFile\InvalidFile;
use Vorhut\Core\JobFile\JobFile;
use Vorhut\Core\Profile\ProfileLibrary;

/** A job file becomes a new job; a device list goes into the job it was given for. Delivered twice, it starts afresh. */
#[AsMessageHandler]
final class RunImportHandler
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly JobStore $store,
        private readonly JobEditor $editor,
        private readonly JobReading $reading,
        private readonly ProfileLibrary $library,
    ) {
    }

    public function __invoke(RunImport $message): void
    {
        $run = $this->em->find(ImportRun::class, $message->run);
        if (null === $run || $run->isOver()) {
            return;
        }
        try {
            if ($run->isDeviceList()) {
                $this->devices($run);
            } else {
                $this->jobFile($run);
            }
        } catch (InvalidFile|EditConflict $e) {
            $run->fail($e->getMessage());
        }
        $this->em->flush();
    }

    private function jobFile(ImportRun $run): void
    {
        $job = JobFile::read($run->getContent(), $this->library);
        $left = $run->getJob();
        if (null !== $left) {
            $run->attachTo(null);
            $this->em->flush();
            $this->store->remove($left);
            $run = $this->em->find(ImportRun::class, $run->getId()) ?? throw new \LogicException('The import is gone.');
        }
        $stored = $this->store->reserve($job);
        $stored->setReady(false);
        $run->attachTo($stored);
        $run->progress(0, 1);
        $this->em->flush();
        $this->store->create($job, $run->getUser(), function (int $done, int $total) use ($run): void {
            $run->progress($done, $total);
            $this->em->flush();
        }, $stored);
        $this->reading->digest($stored);
        $run->finish(\sprintf('%s is here, with %d devices.', $job->info->name, \count($job->devices)));
    }

    private function devices(ImportRun $run): void
    {
        $stored = $run->getJob() ?? throw new \LogicException('A device list without a job.');
        $run->progress(0, 1);
        $this->em->flush();
        $import = (new DeviceImporter($this->store->assemble($stored)))->read($run->getContent());
        $this->editor->apply($stored, $import->changeSet(), $run->getUser());
        $run->finish(\sprintf('%d new, %d changed, %d rows refused.', \count($import->added()), \count($import->changed()), \count($import->errors)));
    }
}
