<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Vorhut\App\Jobs\StoredEdits;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\Upcasters;
use Vorhut\Core\Job\ChangeSet;

/** One entry of a job's journal: who changed what, when. Never altered, only marked as undone. */
#[ORM\Entity]
#[ORM\Table(name: 'journal')]
#[ORM\Index(columns: ['job_id', 'id'])]
class Change
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType

    #[ORM\OneToOne, ORM\JoinColumn(onDelete: 'SET NULL')]
    private ?Change $undoneBy = null;

    #[ORM\Column(length: 200)]
    private string $title;

    #[ORM\Column]
    private int $records;

    /** The edits as JSON, before and after each. */
    #[ORM\Column(type: Types::TEXT, length: 4294967295)]
    private string $edits;

    /** The version of the job file whose shape the edits have. */
    #[ORM\Column(type: Types::SMALLINT)]
    private int $shape = JobFile::VERSION;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredJob $job,
        #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'SET NULL')]
        private ?User $user,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $at,
        ChangeSet $change,
    ) {
        $this->title = mb_substr($change->title, 0, 200);
        $this->records = \count($change->edits);
        $this->edits = StoredEdits::encode($change->edits);
    }

    public function getId(): int
    {
        return $this->id ?? throw new \LogicException('The change is not stored yet.');
    }

    public function getJob(): StoredJob
    {
        return $this->job;
    }

    public function getUser(): ?User
    {
        return $this->user;
    }

    public function getAt(): \DateTimeImmutable
    {
        return $this->at;
    }

    public function getTitle(): string
    {
        return $this->title;
    }

    public function getRecords(): int
    {
        return $this->records;
    }

    public function toChangeSet(Upcasters $upcasters): ChangeSet
    {
        return new ChangeSet($this->title, StoredEdits::decode($this->edits, $upcasters, $this->shape));
    }

    public function getUndoneBy(): ?self
    {
        return $this->undoneBy;
    }

    public function markUndone(self $by): void
    {
        $this->undoneBy = $by;
    }
}
