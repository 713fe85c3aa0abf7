<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Keypad\Keypad;
use Vorhut\Core\Keypad\KeySequence;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\ProfileLibrary;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;

#[AsCommand('keys', 'Shows the shortest key sequence for entering a text on a keypad')]
final class KeysCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('profile', InputArgument::REQUIRED, 'Id of a device type, or a file with one');
        $this->addArgument('text', InputArgument::REQUIRED, 'Text to enter');
        $this->addOption('start', null, InputOption::VALUE_REQUIRED, 'Input mode of the field, if not the initial one');
        $this->addOption('with', null, InputOption::VALUE_REQUIRED, 'Keypad or remote, if not the first');
        $this->addOption('json', null, InputOption::VALUE_NONE, 'Write JSON for machines');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $text = self::text($input->getArgument('text')) ?? '';
        try {
            $keypad = self::keypad(self::profile(self::text($input->getArgument('profile')) ?? ''), self::text($input->getOption('with')));
            $sequence = KeySequence::fromKeypad($keypad, $text, self::text($input->getOption('start')));
        } catch (InvalidFile|InvalidValue $e) {
            fwrite(\STDERR, $e->getMessage()."\n");

            return JobCommand::BAD_INPUT;
        }
        $lines = true === $input->getOption('json') ? [Json::line(self::told($sequence))] : self::lines($sequence);
        $output->writeln($lines, OutputInterface::OUTPUT_RAW);

        return [] === $sequence->impossible ? JobCommand::OK : JobCommand::FINDINGS;
    }

    /** @return array<string, mixed> */
    private static function told(KeySequence $sequence): array
    {
        return [
            'presses' => $sequence->presses,
            'total' => $sequence->total,
            'seconds' => $sequence->seconds,
            'impossible' => $sequence->impossible,
        ];
    }

    /** @return list<string> what the screen reads after each character, and the keys for it */
    private static function lines(KeySequence $sequence): array
    {
        $lines = [];
        $screen = '';
        foreach ($sequence->presses as $number => $press) {
            $screen .= $press->character;
            $wait = $press->pause > 0 ? \sprintf('wait %.1f s, ', $press->pause) : '';
            $lines[] = \sprintf('%3d  %s  %s%s   reads %s', $number + 1, $press->character, $wait, implode(' ', $press->keys), $screen);
        }
        $lines[] = \sprintf('%d presses, about %.0f s', $sequence->total, $sequence->seconds);
        if ([] !== $sequence->impossible) {
            $lines[] = 'Cannot be entered here: '.implode(' ', $sequence->impossible);
        }

        return $lines;
    }

    /** @throws InvalidFile */
    private static function profile(string $wanted): DeviceProfile
    {
        if (is_file($wanted)) {
            $library = ProfileLibrary::fromJson([$wanted => (string) file_get_contents($wanted)]);

            return array_values($library->all())[0] ?? throw InvalidFile::at('profile', $wanted, 'a file with a device type');
        }
        $shipped = ShippedProfiles::load();
        $advice = 'Or the path of a file.';

        return $shipped->has($wanted)
            ? $shipped->get($wanted)
            : throw InvalidFile::at('profile', $wanted, 'one of '.implode(', ', $shipped->ids()), $advice);
    }

    /** @throws InvalidFile */
    private static function keypad(DeviceProfile $profile, ?string $wanted): Keypad
    {
        foreach ($profile->keypads as $keypad) {
            if (null === $wanted || $keypad->id === $wanted) {
                return $keypad;
            }
        }
        $ids = implode(', ', array_map(static fn (Keypad $k): string => $k->id, $profile->keypads));
        throw InvalidFile::at('with', $wanted, '' === $ids ? 'a device type with a keypad or remote' : $ids);
    }

    private static function text(mixed $value): ?string
    {
        return \is_string($value) ? $value : null;
    }
}
