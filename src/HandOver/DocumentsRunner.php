<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

use Vorhut\App\Entity\DocumentsRun;
use Vorhut\App\Entity\Run;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Runs\Runner;
use Vorhut\App\Runs\Runs;
use Vorhut\App\Runs\RunStopped;

/** Makes documents one after the other; a file is in the archive before the next is made. */
final readonly class DocumentsRunner implements Runner
{
    public function __construct(private Documents $documents, private JobReading $reading, private MadeFiles $made, private Runs $runs) {}

    public function does(Run $run): bool
    {
        return $run instanceof DocumentsRun;
    }

    public function do(Run $run): void
    {
        \assert($run instanceof DocumentsRun);
        $context = $this->reading->context($run->getJob());
        $names = $this->documents->known($run->getNames());
        $zip = $this->made->begin($run);
        $files = 0;
        foreach ($names as $done => $name) {
            $run->progress($done, \count($names));
            $this->tell($run);
            foreach ($this->documents->files($context, $name) as $path => $bytes) {
                $zip->addFromString($path, $bytes);
                $zip->setMtimeName($path, 0);
                ++$files;
                $this->tell($run);
            }
        }
        if (!$zip->close()) {
            throw new \RuntimeException('The archive could not be written: is the disk full?');
        }
        $run->progress(\count($names), \count($names));
        $run->made($files, $context->revision);
        $this->made->tidy($run->getJob());
        $run->finish();
    }

    private function tell(DocumentsRun $run): void
    {
        if (!$this->runs->tell($run)) {
            throw new RunStopped();
        }
    }

    public function cleanUp(Run $run): void
    {
        \assert($run instanceof DocumentsRun);
        $this->made->drop($run);
    }
}
