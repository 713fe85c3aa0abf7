<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\JobRole;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobRoles;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\Words;

/** Shows who may do what in a job. */
final readonly class JobPeoplePage
{
    public const AS_EVERYWHERE = '';
    public const NOTHING = 'none';

    public const LEADS = 'A role set here does not bind leads: a lead of all jobs manages people, and can assign themselves.';

    public function __construct(
        private People $people,
        private JobPeople $own,
        private JobRoles $roles,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context, User $self): JobPeopleView
    {
        $own = $this->own->own($context->stored);
        $active = array_values(array_filter($this->people->all(), static fn (User $u): bool => $u->isActive()));
        $people = array_map(
            fn (User $u): array => $this->person($context->stored, $u, $own[$u->getUserIdentifier()] ?? null, $u === $self),
            $active,
        );
        $seeing = \count(array_filter($people, static fn (array $p): bool => 'no role' !== $p['role']));

        return new JobPeopleView(\sprintf('%s may see this job', Words::count($seeing, 'person', 'people')), $people);
    }

    /**
     * @return array{
     *     name: string,
     *     role: string,
     *     tone: string,
     *     chosen: string,
     *     options: array<string, string>,
     *     since: string,
     *     url: string,
     *     isSelf: bool,
     * }
     */
    private function person(StoredJob $job, User $user, ?JobRole $own, bool $isSelf): array
    {
        $options = [self::AS_EVERYWHERE => \sprintf('general role: %s', Role::word($user->getRole()))];
        foreach (Role::cases() as $role) {
            $options[$role->value] = $role->label().' here';
        }
        $role = $this->roles->roleOf($user, $job->getSlug());

        return [
            'name' => $user->getDisplayName(),
            'role' => Role::word($role),
            'tone' => null === $role ? 'quiet' : '',
            'chosen' => null === $own ? self::AS_EVERYWHERE : $own->getRole()->value ?? self::NOTHING,
            'options' => $options + [self::NOTHING => 'no access to this job'],
            'since' => null === $own ? '' : \sprintf(
                'set by %s, %s',
                $own->getSetBy()?->getDisplayName() ?? 'somebody',
                LocalTime::short($own->getSetAt(), $job->getTimezone()),
            ),
            'url' => $this->urls->generate('job_person', ['slug' => $job->getSlug(), 'username' => $user->getUserIdentifier()]),
            'isSelf' => $isSelf,
        ];
    }
}
