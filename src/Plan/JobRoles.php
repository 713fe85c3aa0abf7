<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Doctrine\DBAL\Connection;
use Symfony\Contracts\Service\ResetInterface;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\User;

/** What people may do in each job: what the job says of them, else what they may do everywhere. */
final class JobRoles implements ResetInterface
{
    /** In SQL: whether a person sees the job j. Takes what seenBy() gives. */
    public const SEEN = '(:everywhere = 1 OR EXISTS (SELECT 1 FROM job_role x WHERE x.job_id = j.id AND x.user_id = :person))'
        .' AND NOT EXISTS (SELECT 1 FROM job_role x WHERE x.job_id = j.id AND x.user_id = :person AND x.role IS NULL)';

    /** @var array<int, array<array-key, Role|null>> by number of the person and slug of the job */
    private array $roles = [];

    public function __construct(private readonly Connection $connection) {}

    public function reset(): void
    {
        $this->roles = [];
    }

    /** @return array{person: int, everywhere: int} */
    public static function seenBy(User $user): array
    {
        return ['person' => (int) $user->getId(), 'everywhere' => (int) (null !== $user->getRole())];
    }

    /** Null: nothing. */
    public function roleOf(User $user, string $slug): ?Role
    {
        $own = $this->own($user);

        return \array_key_exists($slug, $own) ? $own[$slug] : $user->getRole();
    }

    /** @return array<array-key, Role|null> by slug, in jobs that say something of their own */
    private function own(User $user): array
    {
        $id = (int) $user->getId();
        if (!isset($this->roles[$id])) {
            /** @var array<array-key, string|null> $roles */
            $roles = $this->connection->fetchAllKeyValue(
                'SELECT j.slug, r.role FROM job_role r JOIN job j ON j.id = r.job_id WHERE r.user_id = ?',
                [$id],
            );
            $this->roles[$id] = array_map(static fn (?string $r): ?Role => null === $r ? null : Role::from($r), $roles);
        }

        return $this->roles[$id];
    }
}
