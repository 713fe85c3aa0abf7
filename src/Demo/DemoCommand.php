<?php

declare(strict_types=1);

namespace Vorhut\App\Demo;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Lab\Labs;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Plan\JobStore;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Profile\ProfileLibrary;

#[AsCommand('vorhut:demo', 'Loads the demo jobs and people, where they are not there yet')]
final class DemoCommand extends Command
{
    private const JOBS = ['kestrel-sound.json', 'skerry-slip.json'];
    private const PEOPLE = [
        'ines' => ['Ines Aldermoor', Role::Lead],
        'tomas' => ['Tomas Wray', Role::Technician],
        'vera' => ['Vera Holm', Role::Viewer],
    ];

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly JobStore $store,
        private readonly ProfileLibrary $library,
        private readonly UserPasswordHasherInterface $hasher,
        private readonly Labs $labs,
        private readonly JobReading $reading,
        private readonly DemoWork $work,
        #[Autowire('%kernel.project_dir%/demo')]
        private readonly string $folder,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('password', null, InputOption::VALUE_REQUIRED, 'Password of the demo people', 'ferry-bell-lamp');
        $this->addOption('begun', null, InputOption::VALUE_NONE, 'With steps recorded at the bench, and dates counted from today');
        $this->addOption('fresh', null, InputOption::VALUE_NONE, 'Remove the demo jobs first and load them anew');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $password = $input->getOption('password');
        \assert(\is_string($password));
        $users = $this->em->getRepository(User::class);
        foreach (self::PEOPLE as $username => [$name, $role]) {
            if (null === $users->findOneBy(['username' => $username])) {
                $user = new User($username, $name, $role);
                $user->setPassword($this->hasher->hashPassword($user, $password));
                $this->em->persist($user);
            }
        }
        $this->em->flush();
        foreach (self::JOBS as $file) {
            $text = (string) file_get_contents($this->folder.'/'.$file);
            $job = JobFile::read($text, $this->library);
            $isBegun = true === $input->getOption('begun');
            $job = $isBegun ? JobFile::read($this->work->asOfToday($job, $text), $this->library) : $job;
            $there = $this->em->getRepository(StoredJob::class)->findOneBy(['name' => $job->info->name]);
            if (null !== $there && true === $input->getOption('fresh')) {
                $this->store->remove($there);
                $there = null;
            }
            if (null === $there) {
                $there = $this->store->create($job, $users->findOneBy(['username' => 'ines']));
                $tomas = $users->findOneBy(['username' => 'tomas']);
                if ($isBegun && null !== $tomas) {
                    $this->work->record($there, $job, $tomas);
                }
                $output->writeln(
                    \sprintf(
                        'Loaded %s: %d devices, %d segments.',
                        $job->info->name,
                        \count($job->devices),
                        \count($job->segments),
                    ),
                );
            }
            $this->reading->digest($there);
            if (self::JOBS[0] === $file && null === $this->labs->labOf($there)) {
                $this->labs->want($there, true);
            }
        }

        return self::SUCCESS;
    }
}
