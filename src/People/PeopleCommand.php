<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\Core\InvalidValue;

#[AsCommand(
    'vorhut:people',
    'Lists people, invites them, sets their roles, deactivates and activates them',
    help: "list · first · invite NAME --display 'Full Name' --role lead|technician|viewer|none · password NAME · logout NAME\n"
        .'off NAME · on NAME · role NAME --role … [--job SLUG --by LEAD]. What makes a link prints it, once.',
),]
final class PeopleCommand extends Command
{
    private const ROLES = ['lead', 'technician', 'viewer', 'none'];

    public function __construct(
        private readonly People $people,
        private readonly JobPeople $jobs,
        private readonly EntityManagerInterface $em,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('do', InputArgument::OPTIONAL, 'What to do', 'list');
        $this->addArgument('name', InputArgument::OPTIONAL, 'User name', '');
        $this->addOption('display', null, InputOption::VALUE_REQUIRED, 'Display name', '');
        $this->addOption('role', null, InputOption::VALUE_REQUIRED, 'Role', 'technician');
        $this->addOption('job', null, InputOption::VALUE_REQUIRED, 'In this job only', '');
        $this->addOption('by', null, InputOption::VALUE_REQUIRED, 'The lead who says so, for a single job', '');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $text = static function (string $name) use ($input): string {
            $value = $input->hasArgument($name) ? $input->getArgument($name) : $input->getOption($name);

            return \is_string($value) ? $value : '';
        };
        try {
            foreach ($this->done($text('do'), $text) as $line) {
                $output->writeln($line, OutputInterface::OUTPUT_RAW);
            }
        } catch (InvalidValue $e) {
            $output->writeln($e->getMessage(), OutputInterface::OUTPUT_RAW);

            return self::INVALID;
        }

        return self::SUCCESS;
    }

    /**
     * @param \Closure(string): string $text what was given
     *
     * @return iterable<string> what to say
     *
     * @throws InvalidValue
     */
    private function done(string $do, \Closure $text): iterable
    {
        $name = $text('name');

        return match ($do) {
            'list' => array_map(self::line(...), $this->people->all()),
            'first' => $this->people->isEmpty() ? $this->first() : [],
            'invite' => [$this->people->invite($name, '' === $text('display') ? $name : $text('display'), self::role($text('role')))],
            'password' => [$this->people->reset($this->people->named($name))],
            'logout' => $this->told($name, $this->people->endSessions(...), 'was logged out everywhere'),
            'off' => $this->told($name, fn (User $u) => $this->people->setActive($u, false), 'was deactivated'),
            'on' => $this->told($name, fn (User $u) => $this->people->setActive($u, true), 'was activated'),
            'role' => $this->setRole($this->people->named($name), $text),
            default => throw new InvalidValue($do, 'list, first, invite, password, logout, off, on or role', 'See --help.'),
        };
    }

    /** @return list<string> */
    private function first(): array
    {
        return [
            'There are no people yet. With this link, valid once and for '.Links::DAYS.' days, the first lead chooses a password:',
            $this->people->invite('lead', 'Lead', Role::Lead),
        ];
    }

    /**
     * @param \Closure(User): void $change
     *
     * @return list<string>
     */
    private function told(string $name, \Closure $change, string $what): array
    {
        $user = $this->people->named($name);
        $change($user);

        return [\sprintf('%s %s.', $user->getDisplayName(), $what)];
    }

    /**
     * @param \Closure(string): string $text
     *
     * @return list<string>
     */
    private function setRole(User $user, \Closure $text): array
    {
        $role = self::role($text('role'));
        $slug = $text('job');
        if ('' === $slug) {
            $this->people->setRole($user, $role);
        } else {
            $job = $this->em->getRepository(StoredJob::class)->findOneBy(['slug' => $slug])
                ?? throw new InvalidValue($slug, 'the name of a job as its address has it', 'The list of jobs links to it.');
            $this->jobs->set($job, $user, $role, $this->people->named($text('by')));
        }

        return [\sprintf('%s: %s%s.', $user->getDisplayName(), Role::word($role), '' === $slug ? '' : ' in '.$slug)];
    }

    private static function role(string $word): ?Role
    {
        return \in_array($word, self::ROLES, true)
            ? Role::named($word)
            : throw new InvalidValue($word, implode(', ', self::ROLES), 'Say it with --role.');
    }

    private static function line(User $user): string
    {
        $state = $user->isActive() ? ('' === $user->getPassword() ? 'invited' : 'in use') : 'deactivated';

        return \sprintf('%-20s %-12s %-13s %s', $user->getUserIdentifier(), Role::word($user->getRole()), $state, $user->getDisplayName());
    }
}
