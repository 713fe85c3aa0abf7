<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Psr\Clock\ClockInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\User;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;

/** Shows the people. */
final readonly class PeoplePage
{
    public const ROLES = [
        'ROLE_LEAD' => 'lead',
        'ROLE_TECHNICIAN' => 'technician',
        'ROLE_VIEWER' => 'viewer',
        '' => 'assigned jobs only',
    ];

    public function __construct(private People $people, private ClockInterface $clock, private UrlGeneratorInterface $urls) {}

    /**
     * @param array{name: string, url: string}|null $link the link just made
     * @param array<string, string> $typed into the invitation, where it was not taken
     * @param string $error why not
     */
    public function show(User $self, ?array $link = null, array $typed = [], string $error = ''): PeopleView
    {
        $all = $this->people->all();
        $active = \count(array_filter($all, static fn (User $u): bool => $u->isActive()));

        return new PeopleView(
            summary: Words::count($active, 'person', 'people').(\count($all) > $active ? \sprintf(
                ', %d deactivated',
                \count($all) - $active,
            ) : ''),
            people: array_map(fn (User $u): PersonView => $this->person($u, $self), $all),
            roles: self::ROLES,
            fields: [
                new FormField('name', 'Display name', $typed['name'] ?? '', required: true, more: ['maxlength' => 120]),
                new FormField('username', 'User name', $typed['username'] ?? '', required: true, more: ['maxlength' => 60]),
                new FormField('role', 'Role', $typed['role'] ?? Role::Technician->value, 'select', options: self::ROLES),
            ],
            error: $error,
            link: null === $link ? null : $link + ['days' => Links::DAYS],
        );
    }

    private function person(User $user, User $self): PersonView
    {
        $of = ['username' => $user->getUserIdentifier()];
        $isWaiting = '' === $user->getPassword();
        $until = $user->getLinkUntil();
        [$state, $tone] = match (true) {
            !$user->isActive() => ['deactivated', 'quiet'],
            $isWaiting && (null === $until || $until < $this->clock->now()) => ['the link has expired', 'care'],
            $isWaiting => [\sprintf('has a link, valid until %s', LocalTime::date($until, $until->getTimezone())), 'care'],
            default => ['in use', 'through'],
        };
        $name = ' '.$user->getDisplayName();
        $posts = [
            new Post($isWaiting ? 'new link' : 'new password', $this->urls->generate('person_reset', $of), spoken: $name, small: true),
            new Post('log out everywhere', $this->urls->generate('person_sessions', $of), spoken: $name, small: true),
            new Post('deactivate', $this->urls->generate('person_active', $of), ['active' => 0], spoken: $name, small: true),
        ];
        $on = new Post('activate', $this->urls->generate('person_active', $of), ['active' => 1], spoken: $name, small: true);

        return new PersonView(
            name: $user->getDisplayName(),
            username: $user->getUserIdentifier(),
            state: $state,
            tone: $tone,
            role: $user->getRole()->value ?? '',
            roleWord: Role::word($user->getRole()),
            roleUrl: $this->urls->generate('person_role', $of),
            isSelf: $user === $self,
            posts: $user === $self ? [] : ($user->isActive() ? $posts : [$on]),
        );
    }
}
