<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Doctrine\DBAL\Exception\ForeignKeyConstraintViolationException;
use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\EntityNotFoundException;
use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\Change;
use Vorhut\App\Entity\PlanRecord;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\Effect\Effect;
use Vorhut\App\Plan\Effect\Effects;
use Vorhut\Core\Exchange\References;
use Vorhut\Core\Exchange\Upcasters;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;

/** The only way in which a stored job changes: whole change sets, checked, journalled, undoable. */
final readonly class JobEditor
{
    public function __construct(
        private EntityManagerInterface $em,
        private PlanReader $plans,
        private PlanRecords $records,
        private Upcasters $upcasters,
        private JobRoles $roles,
        private ClockInterface $clock,
    ) {}

    /**
     * @param int $seen the job's revision that whoever made the change was looking at
     * @param list<Effect> $effects what is done beside the plan, with it or not at all
     *
     * @throws NotAllowed when this person may not change what it changes
     * @throws InvalidFile when the changed job would not be well formed
     * @throws EditConflict when somebody else changed one of the records since
     */
    public function apply(StoredJob $stored, ChangeSet $change, User $by, int $seen, array $effects = []): Change
    {
        ChangeRights::check($this->roles->roleOf($by, $stored->getSlug()), $change, $effects);

        return $this->guarded(function () use ($stored, $change, $by, $seen, $effects): Change {
            $entry = $this->write($stored, $change, $by, $seen);
            foreach ($effects as $effect) {
                $effect->make($this->em, $stored);
            }

            return $this->entered($entry, $effects);
        });
    }

    /**
     * @throws NotAllowed
     * @throws EditConflict when what was changed has been changed again since, or the entry is undone already
     */
    public function undo(Change $entry, User $by): Change
    {
        $back = $entry->toChangeSet($this->upcasters)->reversed('Undid: '.$entry->getTitle());
        $effects = Effects::decode($entry->getEffects());
        ChangeRights::check($this->roles->roleOf($by, $entry->getJob()->getSlug()), $back, $effects);

        return $this->guarded(function () use ($entry, $back, $effects, $by): Change {
            $this->em->refresh($entry, LockMode::PESSIMISTIC_WRITE);
            if (!$entry->isUndoable() || null !== $entry->getUndoneBy()) {
                throw EditConflict::notNow($entry->isUndoable());
            }
            $undo = $this->write($entry->getJob(), $back, $by, \PHP_INT_MAX);
            foreach (array_reverse($effects) as $effect) {
                $effect->takeBack($this->em, $entry->getJob());
            }
            $undo->undoes($entry);

            return $this->entered($undo, $effects);
        });
    }

    /**
     * Makes again what was undone.
     *
     * @throws NotAllowed
     * @throws EditConflict
     */
    public function redo(Change $entry, User $by): Change
    {
        $forth = $entry->toChangeSet($this->upcasters);
        $forth = new ChangeSet('Redid: '.$entry->getTitle(), $forth->edits);
        $effects = Effects::decode($entry->getEffects());
        ChangeRights::check($this->roles->roleOf($by, $entry->getJob()->getSlug()), $forth, $effects);

        return $this->guarded(function () use ($entry, $forth, $effects, $by): Change {
            $this->em->refresh($entry, LockMode::PESSIMISTIC_WRITE);
            if (null === $entry->getUndoneBy()) {
                throw EditConflict::notNow(false);
            }
            $redo = $this->write($entry->getJob(), $forth, $by, \PHP_INT_MAX);
            foreach ($effects as $effect) {
                $effect->make($this->em, $entry->getJob());
            }
            $redo->redoes($entry);

            return $this->entered($redo, $effects);
        });
    }

    /** @param list<Effect> $effects made by now, so that they know what they made */
    private function entered(Change $entry, array $effects): Change
    {
        $entry->did(Effects::encode($effects));
        $this->em->flush();

        return $entry;
    }

    private function write(StoredJob $stored, ChangeSet $change, User $by, int $seen): Change
    {
        // Two changes of one job wait for each other here, and the second sees what the first has done.
        try {
            $this->em->refresh($stored, LockMode::PESSIMISTIC_WRITE);
        } catch (EntityNotFoundException) {
            throw EditConflict::jobGone();
        }
        $now = $this->plans->read($stored);
        foreach ($change->edits as $edit) {
            if ($now->contradicts($edit, $seen)) {
                throw $this->conflict($stored, $edit);
            }
        }
        $change = $now->job->placed($change);
        $next = $now->job->with($change);
        $errors = References::broken($now->job, $next);
        if ([] !== $errors) {
            throw new InvalidFile($errors);
        }
        if (!$change->isEmpty()) {
            $stored->changed();
        }
        $changed = ChangedRecords::fromChange($change);
        if ($changed->facts) {
            $stored->reframe($next->info, Json::line($next->frame));
        }
        $entry = new Change($stored, $by, $this->clock->now(), $change);
        $this->em->persist($entry);
        $this->em->flush();
        $this->records->write(stored: $stored, before: $now->job, change: $changed, by: $by, at: $this->clock->now());

        return $entry;
    }

    private function conflict(StoredJob $stored, Edit $edit): EditConflict
    {
        if ($edit->isOfFacts()) {
            return EditConflict::factsChanged();
        }
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
