<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Doctrine\DBAL\Exception\ForeignKeyConstraintViolationException;
use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\Change;
use Vorhut\App\Entity\PlanRecord;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\Core\Exchange\References;
use Vorhut\Core\Exchange\Upcasters;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Record\InvalidFile;

/** The only way in which a stored job changes: whole change sets, checked, journalled, undoable. */
final readonly class JobEditor
{
    public function __construct(
        private EntityManagerInterface $em,
        private PlanRecords $records,
        private Upcasters $upcasters,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @param int $seen the job's revision that whoever made the change was looking at
     *
     * @throws InvalidFile when the changed job would not be well formed
     * @throws EditConflict when somebody else changed one of the records since
     */
    public function apply(StoredJob $stored, ChangeSet $change, User $by, int $seen): Change
    {
        return $this->guarded(function () use ($stored, $change, $by, $seen): Change {
            // Two changes of one job wait for each other here, and the second sees what the first has done.
            $this->em->refresh($stored, LockMode::PESSIMISTIC_WRITE);
            $now = $this->records->read($stored);
            foreach ($change->edits as $edit) {
                if ($now->contradicts($edit, $seen)) {
                    throw $this->conflict($stored, $edit);
                }
            }
            $change = $now->job->placed($change);
            $errors = References::check($now->job->with($change));
            if ([] !== $errors) {
                throw new InvalidFile($errors);
            }
            $stored->changed();
            $entry = new Change($stored, $by, $this->clock->now(), $change);
            $this->em->persist($entry);
            $this->em->flush();
            $this->records->write($stored, $now->job, ChangedRecords::of($change), $by, $this->clock->now());

            return $entry;
        });
    }

    /** @throws EditConflict when what was changed has been changed again since */
    public function undo(Change $change, User $by): Change
    {
        return $this->guarded(function () use ($change, $by): Change {
            $back = $change->toChangeSet($this->upcasters)->reversed('Undid: '.$change->getTitle());
            $undo = $this->apply($change->getJob(), $back, $by, \PHP_INT_MAX);
            $change->markUndone($undo);
            $this->em->flush();

            return $undo;
        });
    }

    private function conflict(StoredJob $stored, Edit $edit): EditConflict
    {
        $record = $this->em->getRepository(PlanRecord::class)->findOneBy([
            'job' => $stored,
            'list' => $edit->list(),
            'slug' => $edit->id,
        ]);
        $name = $edit->before['name'] ?? $edit->after['name'] ?? $edit->id;

        return null === $record
            ? EditConflict::gone($edit->id)
            : EditConflict::with($record, \is_string($name) ? $name : $edit->id, $stored->getTimezone());
    }

    /**
     * @param callable(): Change $work
     */
    private function guarded(callable $work): Change
    {
        $connection = $this->em->getConnection();
        $connection->beginTransaction();
        try {
            $result = $work();
            $connection->commit();

            return $result;
        } catch (ForeignKeyConstraintViolationException) {
            $connection->rollBack();
            throw EditConflict::stillNamed();
        } catch (\Throwable $e) {
            $connection->rollBack();
            throw $e;
        }
    }
}
