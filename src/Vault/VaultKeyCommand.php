<?php

declare(strict_types=1);

namespace Vorhut\App\Vault;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand(
    'vorhut:vault-key',
    'Makes the key of the vault where there is none, or puts a new one in its place',
    help: 'make · renew: everything is sealed again with the new key, the former one is forgotten then.',
),]
final class VaultKeyCommand extends Command
{
    private const COPY = 'Keep a copy of its file apart from backups of the database.';

    public function __construct(private readonly VaultKey $key, private readonly Vault $vault, private readonly EntityManagerInterface $em)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('do', InputArgument::REQUIRED, 'make or renew');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $do = $input->getArgument('do');
        if ('make' === $do) {
            $output->writeln($this->key->make() ? 'The vault has a key. '.self::COPY : 'It has one.');

            return self::SUCCESS;
        }
        if ('renew' !== $do) {
            $output->writeln('Say make or renew.');

            return self::INVALID;
        }
        try {
            $this->key->renew();
            $left = $this->em->wrapInTransaction(fn (): int => $this->vault->sealAgain());
        } catch (VaultClosed $e) {
            $output->writeln($e->getMessage());

            return self::FAILURE;
        }
        $this->key->settle();
        $output->writeln('Sealed with a new key. '.self::COPY);
        if ($left > 0) {
            $output->writeln(\sprintf('%d were sealed with a key that is gone, and cannot be opened: make new ones.', $left));
        }

        return self::SUCCESS;
    }
}
