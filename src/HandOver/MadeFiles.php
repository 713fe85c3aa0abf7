<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Vorhut\App\Entity\DocumentsRun;
use Vorhut\App\Entity\RunStatus;
use Vorhut\App\Entity\StoredJob;

/** Where archives of documents lie until they are fetched: the last ones of each job. */
final readonly class MadeFiles
{
    private const KEPT = 3;
    private const PATHS = \FilesystemIterator::CURRENT_AS_PATHNAME | \FilesystemIterator::SKIP_DOTS;

    public function __construct(
        private EntityManagerInterface $em,
        #[Autowire('%kernel.project_dir%/var/documents/%kernel.environment%%env(default::TEST_TOKEN)%')]
        private string $folder,
    ) {}

    /** @throws \RuntimeException when there is no room for it */
    public function begin(DocumentsRun $run): \ZipArchive
    {
        if (!is_dir($this->folder)) {
            mkdir($this->folder, 0o700, true);
        }
        $zip = new \ZipArchive();
        $isOpen = $zip->open($this->path($run), \ZipArchive::CREATE | \ZipArchive::OVERWRITE);

        return true === $isOpen ? $zip : throw new \RuntimeException('The archive could not be begun: is the disk full?');
    }

    /** The path of a finished archive; null where it is gone. */
    public function find(DocumentsRun $run): ?string
    {
        return RunStatus::Done === $run->getStatus() && is_file($this->path($run)) ? $this->path($run) : null;
    }

    public function drop(DocumentsRun $run): void
    {
        if (is_file($this->path($run))) {
            unlink($this->path($run));
        }
    }

    /** Drops what is older than the last ones of a job, and what belongs to a job that is gone. */
    public function tidy(StoredJob $stored): void
    {
        $runs = $this->em->getRepository(DocumentsRun::class)->findBy(['job' => $stored], ['id' => 'DESC']);
        array_map($this->drop(...), \array_slice($runs, self::KEPT));
        $known = [];
        foreach ($this->em->getRepository(DocumentsRun::class)->findAll() as $run) {
            $known[$this->path($run)] = true;
        }
        foreach (new \FilesystemIterator($this->folder, self::PATHS) as $path) {
            if (\is_string($path) && !isset($known[$path])) {
                unlink($path);
            }
        }
    }

    private function path(DocumentsRun $run): string
    {
        return \sprintf('%s/%d.zip', $this->folder, $run->getId());
    }
}
