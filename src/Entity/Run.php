<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Vorhut\Core\Record\Json;

/** Long work for the worker: what is to be done, how far it is, whether somebody wants it to stop, how it ended. */
#[ORM\Entity]
#[ORM\InheritanceType('SINGLE_TABLE')]
#[ORM\DiscriminatorColumn(name: 'kind', length: 12)]
#[ORM\DiscriminatorMap([
    'import' => ImportRun::class,
    'sweep' => SweepRun::class,
    'test' => TestRun::class,
    'documents' => DocumentsRun::class,
    'visit' => VisitRun::class,
])]
#[ORM\Index(columns: ['job_id', 'kind', 'id'])]
abstract class Run
{
    /** A worker that ended so often while at one run is not sent at it again. */
    private const MAX_ATTEMPTS = 3;
    private const LONGEST_MESSAGE = 20000;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType

    #[ORM\Column(length: 12, enumType: RunStatus::class)]
    private RunStatus $status = RunStatus::Waiting;

    #[ORM\Column]
    private int $attempts = 0;

    #[ORM\Column]
    private int $done = 0;

    #[ORM\Column]
    private int $total = 0;

    #[ORM\Column]
    private bool $cancelled = false;

    /** How it ended, in a sentence. */
    #[ORM\Column(type: Types::TEXT)]
    private string $message = '';

    /** What came of it, as JSON. */
    #[ORM\Column(type: Types::TEXT, length: 16777215)]
    private string $result = '{}';

    #[ORM\Column(type: Types::TEXT, length: 4294967295)]
    private string $task;

    /** @param array<string, mixed> $task what is to be done */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'CASCADE')]
        private ?StoredJob $job,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private User $user,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $createdAt,
        array $task,
    ) {
        $this->task = Json::line((object) $task);
    }

    final public function getId(): int
    {
        return $this->id ?? throw new \LogicException('The run is not stored yet.');
    }

    final public function getUser(): User
    {
        return $this->user;
    }

    final public function getCreatedAt(): \DateTimeImmutable
    {
        return $this->createdAt;
    }

    final public function getStatus(): RunStatus
    {
        return $this->status;
    }

    final public function getMessage(): string
    {
        return $this->message;
    }

    final public function getDone(): int
    {
        return $this->done;
    }

    final public function getTotal(): int
    {
        return $this->total;
    }

    final public function isOver(): bool
    {
        return $this->status->isOver();
    }

    final public function isCancelled(): bool
    {
        return $this->cancelled;
    }

    final public function findJob(): ?StoredJob
    {
        return $this->job;
    }

    final public function getJob(): StoredJob
    {
        return $this->job ?? throw new \LogicException('The run belongs to no job.');
    }

    final public function attachTo(?StoredJob $job): void
    {
        $this->job = $job;
    }

    /** Begins, anew where it is delivered a second time; false where that has been tried often enough. */
    final public function begin(): bool
    {
        if ($this->attempts >= self::MAX_ATTEMPTS) {
            $this->fail('The worker ended three times during this run, perhaps for lack of memory. Try a smaller selection.');

            return false;
        }
        ++$this->attempts;
        $this->status = RunStatus::Running;
        $this->done = $this->total = 0;
        $this->result = '{}';

        return true;
    }

    final public function progress(int $done, int $total): void
    {
        $this->done = $done;
        $this->total = $total;
    }

    /** What has not begun ends at once; what runs ends at its next step. */
    final public function cancel(): void
    {
        $this->cancelled = true;
        if (RunStatus::Waiting === $this->status) {
            $this->end(RunStatus::Cancelled, '');
        }
    }

    final public function finish(string $message = ''): void
    {
        $this->end($this->cancelled ? RunStatus::Cancelled : RunStatus::Done, $message);
    }

    final public function fail(string $message): void
    {
        $this->end(RunStatus::Failed, $message);
    }

    /** Waits once more after it failed or was stopped; false where it did neither. */
    final public function restart(): bool
    {
        if (RunStatus::Failed !== $this->status && RunStatus::Cancelled !== $this->status) {
            return false;
        }
        $this->status = RunStatus::Waiting;
        $this->attempts = 0;
        $this->cancelled = false;
        $this->message = '';

        return true;
    }

    /** @return array<string, mixed> */
    final protected function task(): array
    {
        return Json::object($this->task);
    }

    /** @param array<string, mixed> $task */
    final protected function setTask(array $task): void
    {
        $this->task = Json::line((object) $task);
    }

    /** @return array<string, mixed> */
    final protected function result(): array
    {
        return Json::object($this->result);
    }

    /** @param array<string, mixed> $result */
    final protected function setResult(array $result): void
    {
        $this->result = Json::line((object) $result);
    }

    private function end(RunStatus $status, string $message): void
    {
        $this->status = $status;
        $this->message = mb_substr($message, 0, self::LONGEST_MESSAGE);
    }
}
