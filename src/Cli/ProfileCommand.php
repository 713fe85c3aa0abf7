<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Record\RecordType;

#[AsCommand(
    'profile',
    'Checks a device profile and locates errors',
    help: 'vorhut profile check FILE. Exit code 0: nothing wrong, 2: something is.',
),]
final class ProfileCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('what', InputArgument::REQUIRED, 'check');
        $this->addArgument('file', InputArgument::REQUIRED, 'A file with one device profile');
        $this->addOption('json', null, InputOption::VALUE_NONE, 'Write JSON for machines');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $file = $input->getArgument('file');
        \assert(\is_string($file));
        try {
            if ('check' !== $input->getArgument('what')) {
                throw InvalidFile::at('what', $input->getArgument('what'), 'check');
            }
            $profile = self::read($file);
        } catch (InvalidFile $e) {
            $lines = true === $input->getOption('json')
                ? [Json::line(['errors' => array_map(static fn (FileError $error): array => get_object_vars($error), $e->errors)])]
                : array_map(strval(...), $e->errors);
            $output->writeln($lines, OutputInterface::OUTPUT_RAW);

            return JobCommand::BAD_INPUT;
        }
        $output->writeln(
            true === $input->getOption('json') ? Json::line(['errors' => []]) : self::said($profile),
            OutputInterface::OUTPUT_RAW,
        );

        return JobCommand::OK;
    }

    /** @throws InvalidFile */
    private static function read(string $file): DeviceProfile
    {
        if (!is_file($file) || !is_readable($file)) {
            throw InvalidFile::at('file', $file, 'a file that exists and may be read', 'Check the path.');
        }
        $data = Json::decode((string) file_get_contents($file));
        if (\is_array($data) && isset($data['format'])) {
            throw InvalidFile::at('$.format', $data['format'], 'a device profile, which has no format', 'This is another kind of file.');
        }
        $type = RecordType::fromClass(DeviceProfile::class);
        $errors = array_map(static fn (FileError $e): FileError => $e->under('$'), $type->errors($data));
        if ([] !== $errors) {
            throw new InvalidFile($errors);
        }

        return $type->read($data);
    }

    private static function said(DeviceProfile $profile): string
    {
        return \sprintf(
            '%s, version %d: %d settings, %d relations, %d sockets, %d steps of its own. No errors.',
            $profile->name,
            $profile->version,
            \count($profile->settings),
            \count($profile->couplings),
            \count($profile->ports),
            \count($profile->steps),
        );
    }
}
