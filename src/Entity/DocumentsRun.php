<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** Documents of a job on their way into one archive. */
#[ORM\Entity]
class DocumentsRun extends Run
{
    /** @param list<string> $names of documents */
    public static function wanted(StoredJob $job, User $user, array $names, \DateTimeImmutable $at): self
    {
        return new self($job, $user, $at, ['names' => $names]);
    }

    /** @return list<string> */
    public function getNames(): array
    {
        $names = $this->task()['names'] ?? null;

        return \is_array($names) ? array_values(array_filter($names, \is_string(...))) : [];
    }

    /** @param int $revision of the plan that they were made of */
    public function made(int $files, int $revision): void
    {
        $this->setResult(['files' => $files, 'revision' => $revision]);
    }

    public function getFiles(): int
    {
        $files = $this->result()['files'] ?? null;

        return \is_int($files) ? $files : 0;
    }
}
