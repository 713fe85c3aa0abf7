<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\Upcasters;
use Vorhut\Core\Job\ChangeSet;

/**
 * One entry of a job's journal: who changed what, when. Never altered, only marked as undone as long as it is; that it was undone or
 * made again are entries of their own.
 */
#[ORM\Entity]
#[ORM\Table(name: 'journal')]
#[ORM\Index(columns: ['job_id', 'id'])]
class Change
{
    use HasId;

    #[ORM\OneToOne, ORM\JoinColumn(onDelete: 'SET NULL')]
    private ?Change $undoneBy = null;

    #[ORM\Column(type: Types::TEXT, length: 4294967295)]
    private string $title;

    /** The entry that this one undoes or makes again. */
    #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'SET NULL')]
    private ?Change $subject = null;

    #[ORM\Column(length: 4, enumType: ChangeKind::class)]
    private ChangeKind $kind = ChangeKind::Do;

    /** What it did beside the plan, as JSON. */
    #[ORM\Column(type: Types::TEXT, length: 4294967295)]
    private string $effects;

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
        string $effects = '[]',
    ) {
        $this->title = $change->title;
        $this->effects = $effects;
        $this->records = \count($change->edits);
        $this->edits = StoredEdits::encode($change->edits);
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

    public function getEffects(): string
    {
        return $this->effects;
    }

    public function did(string $effects): void
    {
        $this->effects = $effects;
    }

    public function getKind(): ChangeKind
    {
        return $this->kind;
    }

    public function getSubject(): ?self
    {
        return $this->subject;
    }

    /** This entry undoes another one. */
    public function undoes(self $subject): void
    {
        $this->kind = ChangeKind::Undo;
        $this->subject = $subject;
        $subject->undoneBy = $this;
    }

    /** This entry makes one again that was undone. */
    public function redoes(self $subject): void
    {
        $this->kind = ChangeKind::Redo;
        $this->subject = $subject;
        $subject->undoneBy = null;
    }

    /** Whether something of the plan, or beside it, goes back with it. */
    public function isUndoable(): bool
    {
        return ChangeKind::Do === $this->kind && ($this->records > 0 || '[]' !== $this->effects);
    }

    public function getUndoneBy(): ?self
    {
        return $this->undoneBy;
    }
}
